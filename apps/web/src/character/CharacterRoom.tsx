import { useQuery } from '@tanstack/react-query';
import { useEffect, useMemo, useState } from 'react';
import { Spinner, Tab, Tabs } from 'react-bootstrap';
import { useHotkeys } from 'react-hotkeys-hook';
import { useStore } from 'zustand';
import { sentenceOf } from '@cruvo/core/problem';
import type { Document } from '../api/documents';
import { ConflictDialog } from '../saving/ConflictDialog';
import type { LocalCopy } from '../saving/localCopies';
import { SaveBanner, SaveState } from '../saving/SaveBanner';
import { useSavedDocument } from '../saving/useSavedDocument';
import { Notice } from '../shell/Notice';
import { TopBar } from '../shell/TopBar';
import { UndoButtons } from '../shell/UndoButtons';
import { loadGallery } from '../studio/stage/browserGallery';
import {
  CharacterContext,
  type Handle,
  type OpenCharacter,
  type Picking,
} from './CharacterContext';
import { createCharacterStore, type CharacterStore } from './characterStore';
import { describeCharacterChanges } from './describeChanges';
import { ArtworkNotes } from './ArtworkNotes';
import { CharacterTitle } from './CharacterTitle';
import { EyesPanel } from './panels/EyesPanel';
import { MouthPanel } from './panels/MouthPanel';
import { PartPanel } from './panels/PartPanel';
import { PartTree } from './parts/PartTree';
import { AbilityBar } from './stage/AbilityBar';
import { CharacterStage } from './stage/CharacterStage';
import { SceneButton } from './SceneButton';
import { useSaying } from './useSaying';

interface CharacterRoomProps {
  readonly document: Document<'character'>;
  readonly production: Document<'production'>;
  readonly unsaved: LocalCopy<'character'> | null;
}

const characterIn = (store: CharacterStore) => store.getState().character;
const NO_HANDLES: readonly Handle[] = [];

/** An open character: its parts, its drawing, and what makes it act. */
export function CharacterRoom({ document, production, unsaved }: CharacterRoomProps) {
  const { store, saver } = useSavedDocument(document, unsaved, createCharacterStore, characterIn);
  const character = useStore(store, (state) => state.character);
  const drawings = useMemo(() => Object.values(character.drawings), [character.drawings]);
  const gallery = useQuery({
    queryKey: ['gallery', drawings.map(({ media }) => media)],
    queryFn: () => loadGallery(drawings),
    staleTime: Infinity,
  });
  const saying = useSaying(character.mouth, production.body.pronunciations);
  const [picking, pick] = useState<Picking | null>(null);
  const [handles, setHandles] = useState(NO_HANDLES);

  if (!gallery.data) {
    return (
      <div className="page">
        <TopBar title={production.body.name} />
        {gallery.error ? (
          <Notice title="The drawings can’t be shown" onRetry={() => void gallery.refetch()}>
            {sentenceOf(gallery.error)}
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
    ...{ store, saver, saying, picking, pick, handles, setHandles },
    gallery: gallery.data,
  };
  return (
    <CharacterContext value={open}>
      <Workplace open={open} />
    </CharacterContext>
  );
}

function Workplace({ open }: { open: OpenCharacter }) {
  const { store, saver, production, pick } = open;
  const { temporal } = store;
  const character = useStore(store, (state) => state.character);
  const [tab, setTab] = useState('mouth');
  useHotkeys('mod+z', () => temporal.getState().undo(), { preventDefault: true });
  useHotkeys('mod+shift+z, mod+y', () => temporal.getState().redo(), { preventDefault: true });
  useHotkeys('escape', () => pick(null));
  // Whoever chooses a part wants to see it.
  useEffect(
    () =>
      store.subscribe((state, before) => {
        if (state.chosen !== before.chosen && state.chosen.length > 0) setTab('part');
      }),
    [store],
  );
  useEffect(() => pick(null), [tab, pick]);

  return (
    <div className="character-room">
      <TopBar title={<CharacterTitle production={production.name} />}>
        <SaveState saver={saver} />
        <UndoButtons history={temporal} />
        <SceneButton />
      </TopBar>
      <SaveBanner saver={saver} />
      <PartTree />
      <main className="character-middle">
        <AbilityBar onGo={setTab} />
        <ArtworkNotes />
        <CharacterStage />
      </main>
      <aside className="side" aria-label="Mouth, eyes and part">
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
    </div>
  );
}
