import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { CircleHelp, History, Tags } from 'lucide-react';
import { useEffect, useMemo, useRef, useState } from 'react';
import { useLocation } from 'react-router';
import { Spinner, Tab, Tabs, ToggleButton } from 'react-bootstrap';
import { useDropzone } from 'react-dropzone';
import { useStore } from 'zustand';
import type { Point } from '@cruvo/core/geometry';
import { sentenceOf } from '@cruvo/core/problem';
import type { Document } from '../api/documents';
import { ArtworkNotes } from '../artwork/ArtworkNotes';
import { ConflictDialog } from '../saving/ConflictDialog';
import type { UnsavedWork } from '../saving/journal';
import { SaveBanner, SaveState } from '../saving/SaveBanner';
import { useSavedDocument } from '../saving/useSavedDocument';
import { IconButton } from '../shell/IconButton';
import { Notice } from '../shell/Notice';
import { TopBar } from '../shell/TopBar';
import { UndoButtons } from '../shell/UndoButtons';
import { loadImages } from '../studio/stage/browserImages';
import {
  CharacterContext,
  type CharacterDialog,
  type Handle,
  type OpenCharacter,
  type Picking,
} from './CharacterContext';
import { createCharacterStore, type CharacterStore } from './characterStore';
import { ArtworkMenu } from './ArtworkMenu';
import { describeCharacterChanges } from './describeChanges';

import { CharacterDialogs } from './CharacterDialogs';
import { CharacterTitle } from './CharacterTitle';
import { BodyPanel } from './panels/BodyPanel';
import { EyesPanel } from './panels/EyesPanel';
import { MouthPanel } from './panels/MouthPanel';
import { PartPanel } from './panels/PartPanel';
import { PartTree } from './parts/PartTree';
import { AbilityBar } from './stage/AbilityBar';
import { CharacterStage } from './stage/CharacterStage';
import { NotRecognised } from './stage/NotRecognised';
import { SceneButton } from './SceneButton';
import { useCharacterKeys } from './useCharacterKeys';
import { useSaying } from './useSaying';

interface CharacterRoomProps {
  readonly document: Document<'character'>;
  readonly production: Document<'production'>;
  readonly unsaved: UnsavedWork<'character'> | null;
}

const characterIn = (store: CharacterStore) => store.getState().character;
const NO_HANDLES: readonly Handle[] = [];

/** An open character: its parts, its drawing, and what makes it act. */
export function CharacterRoom({ document, production, unsaved }: CharacterRoomProps) {
  const { store, saver } = useSavedDocument(document, unsaved, createCharacterStore, characterIn);
  const character = useStore(store, (state) => state.character);
  const drawings = useMemo(() => Object.values(character.drawings), [character.drawings]);
  const images = useQuery({
    queryKey: ['images', drawings.map(({ media }) => media)],
    queryFn: () => loadImages(drawings),
    staleTime: Infinity,
    // What is painted stays while newer pictures come.
    placeholderData: keepPreviousData,
  });
  const saying = useSaying(character, production.body.pronunciations);
  const [picking, pick] = useState<Picking | null>(null);
  const [handles, setHandles] = useState(NO_HANDLES);
  const [dialog, openDialog] = useState<CharacterDialog | null>(null);
  const partAt = useRef<((onPage: Point) => string | null) | null>(null);

  if (!images.data) {
    return (
      <div className="page">
        <TopBar title={production.body.name} />
        {images.error ? (
          <Notice title="The drawings can’t be shown" onRetry={() => void images.refetch()}>
            {sentenceOf(images.error)}
          </Notice>
        ) : (
          <div className="notice-page">
            <Spinner role="status" aria-label="Loading the drawings" />
          </div>
        )}
      </div>
    );
  }
  const open: OpenCharacter = {
    id: document.id,
    productionId: production.id,
    production: production.body,
    ...{ store, saver, saying, picking, pick, partAt, handles, setHandles },
    ...{ dialog, openDialog },
    images: images.data,
  };
  return (
    <CharacterContext value={open}>
      <Workplace open={open} />
    </CharacterContext>
  );
}

function Workplace({ open }: { open: OpenCharacter }) {
  const { store, production, pick, saver, openDialog } = open;
  const { history } = store;
  const character = useStore(store, (state) => state.character);
  const [tab, setTab] = useState('mouth');
  // Who has just come in is shown with all that was recognised.
  const [tags, setTags] = useState(useLocation().state !== null);
  useCharacterKeys(open);
  const { getRootProps, isDragActive } = useDropzone({
    onDrop: (files) => files.length > 0 && openDialog({ kind: 'newer', files }),
    noClick: true,
    noKeyboard: true,
  });
  // Whoever chooses a part wants to see it.
  useEffect(
    () =>
      store.subscribe((state, before) => {
        // While a control is shown, its card stays beside the drawing.
        if (state.posing !== null) return;
        if (state.chosen !== before.chosen && state.chosen.length > 0) setTab('part');
      }),
    [store],
  );
  useEffect(() => pick(null), [tab, pick]);
  // Away from controls and parts, moving something changes where it rests again.
  useEffect(() => {
    if (tab !== 'body' && tab !== 'part') store.getState().pose(null);
  }, [tab, store]);

  return (
    <div className="character-room">
      <TopBar title={<CharacterTitle production={production.name} />}>
        <SaveState saver={saver} />
        <UndoButtons history={history} />
        <IconButton
          icon={History}
          label="Earlier versions"
          onClick={() => openDialog({ kind: 'history' })}
        />
        <IconButton
          icon={CircleHelp}
          label="Keys"
          shortcut="?"
          onClick={() => openDialog({ kind: 'keys' })}
        />
        <ArtworkMenu onNewer={() => openDialog({ kind: 'newer', files: [] })} />
        <SceneButton />
      </TopBar>
      <SaveBanner kind="character" id={open.id} saver={saver} />
      <PartTree />
      <main {...getRootProps({ className: `character-middle ${isDragActive ? 'over' : ''}` })}>
        <div className="d-flex align-items-center gap-2 pe-3">
          <AbilityBar onGo={setTab} />
          <ToggleButton
            id="show-tags"
            type="checkbox"
            size="sm"
            variant="outline-secondary"
            className="ms-auto"
            value="tags"
            checked={tags}
            onChange={() => setTags(!tags)}
            title="Show on the drawing what each part was taken for"
          >
            <Tags size={15} aria-hidden /> What is what
          </ToggleButton>
        </div>
        <ArtworkNotes />
        <CharacterStage tags={tags} />
        <NotRecognised />
      </main>
      <aside className="side" aria-label="Mouth, eyes, body and part">
        <Tabs
          activeKey={tab}
          onSelect={(key) => setTab(key ?? 'mouth')}
          id="character-side"
          mountOnEnter
          unmountOnExit
        >
          <Tab eventKey="mouth" title="Mouth">
            <MouthPanel />
          </Tab>
          <Tab eventKey="eyes" title="Eyes">
            <EyesPanel />
          </Tab>
          <Tab eventKey="body" title="Body">
            <BodyPanel />
          </Tab>
          <Tab eventKey="part" title="Part">
            <PartPanel />
          </Tab>
        </Tabs>
      </aside>
      <ConflictDialog<'character'>
        saver={saver}
        mine={character}
        describe={describeCharacterChanges}
        onTake={(theirs) => store.getState().change(() => theirs)}
      />
      <CharacterDialogs open={open} />
    </div>
  );
}
