import { Clapperboard, CircleHelp, History, Mic } from 'lucide-react';
import { useQuery } from '@tanstack/react-query';
import { memo, useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { Button, Spinner, Tab, Tabs } from 'react-bootstrap';
import { Link } from 'react-router';
import { useStore } from 'zustand';
import { sentenceOf } from '@cruvo/core/problem';
import {
  heardLines,
  heardVoice,
  placedSound,
  slowness,
  withLines,
  type Line,
  type Scene,
} from '@cruvo/core/scene';
import { isPassRecording, readRecording, type PassRecording } from '@cruvo/core/passes';
import { readTrack, type VoiceTrack } from '@cruvo/core/speech';
import { readDocumentById, type Document } from '../api/documents';
import { mediaUrl } from '../api/media';
import { IconButton } from '../shell/IconButton';
import { KeyboardHelp } from '../shell/KeyboardHelp';
import { TopBar } from '../shell/TopBar';
import { UndoButtons } from '../shell/UndoButtons';
import type { UnsavedWork } from '../saving/journal';
import { SaveBanner, SaveState } from '../saving/SaveBanner';
import { useSavedDocument } from '../saving/useSavedDocument';
import type { AnalysedVoice } from '../workers/analyseVoice';
import { FilmForm } from './films/FilmForm';
import { FilmsPanel } from './films/FilmsPanel';
import { STUDIO_KEYS, STUDIO_POINTER } from './studioKeys';
import { LifePanel } from './life/LifePanel';
import { lineActions } from './lineActions';
import { MouthKeying } from './mouths/mouthKeying';
import { PerformPanel } from './perform/PerformPanel';
import { Performing } from './perform/performing';
import { PassSafe } from './perform/safe/passSafe';
import { Transport } from './playback/transport';
import type { PlacedVoice } from './playback/voicePlayer';
import { TransportBar } from './playback/TransportBar';
import { ProgramContext, SceneContext, useOpenScene, type OpenScene } from './SceneContext';
import { SceneConflict, SceneVersions } from './SceneDialogs';
import { RecordCard } from './record/RecordCard';
import { ReviewCard } from './review/ReviewCard';
import { Reviewing } from './review/Reviewing';
import { ExposureSheet } from './sheet/ExposureSheet';
import { ScenePanel } from './scene/ScenePanel';
import { createSceneStore, type SceneStore } from './sceneStore';
import { SceneTitle } from './SceneTitle';
import { Stage } from './stage/Stage';
import { StageDrop } from './stage/StageDrop';
import { Timeline, type TimelineView } from './timeline/Timeline';
import { useSceneMaterial } from './useSceneMaterial';
import { useStudioKeys, type StudioKeyActions } from './useStudioKeys';
import { useFitting, type FirstMouths } from './voice/useFitting';
import { useReplacing } from './voice/useReplacing';
import { useWordEditing } from './voice/useWordEditing';
import { useTextTiming } from './voice/useTextTiming';
import { VoicePanel } from './voice/VoicePanel';
import { toFlicks, toSeconds } from '@cruvo/core/time';

const sceneIn = (store: SceneStore) => store.getState().scene;

interface StudioProps {
  readonly document: Document<'scene'>;
  readonly production: Document<'production'>;
  readonly unsaved: UnsavedWork<'scene'> | null;
}

/** An open scene: everything around one store, one saver and one transport. */
export function Studio({ document, production, unsaved }: StudioProps) {
  const { store, saver } = useSavedDocument(document, unsaved, createSceneStore, sceneIn);
  const scene = useStore(store, (state) => state.scene);
  const [heard, setHeard] = useState<ReadonlyMap<string, VoiceTrack>>(() => tracksOf(unsaved));
  const [performed, setPerformed] = useState(() => recordingsOf(unsaved));
  const [first, setFirst] = useState<FirstMouths | null>(null);
  const material = useSceneMaterial(scene, heard, performed, first);
  const asRecorded = useStore(store, (state) => state.asRecorded);
  const voices = useMemo(
    () =>
      heardLines({ rows: scene.rows, lines: scene.lines }).map((line) => ({
        line: line.id,
        url: mediaUrl(
          // At another pace the recording would not be in time with its mouths.
          (asRecorded && slowness(line) === 1 ? line.voice : heardVoice(line)!).working,
        ),
        ...placedSound(line),
      })),
    [scene.rows, scene.lines, asRecorded],
  );
  const length = toSeconds(scene.length);
  const [transport] = useState(() => opened(length, voices, scene));
  useEffect(() => transport.update(length, voices), [transport, length, voices]);
  useEffect(() => () => transport.close(), [transport]);
  const [passSafe] = useState(() => new PassSafe(document.id, saver.window));
  const [performing] = useState(() => new Performing(transport, passSafe));
  const keepRecording = useCallback(
    (id: string, recording: PassRecording) =>
      setPerformed((before) => new Map(before).set(id, recording)),
    [],
  );
  const [keying] = useState(() => new MouthKeying(store, transport, material.program));
  useEffect(() => keying.update(material.program), [keying, material.program]);

  const keepHeard = useCallback(
    (voice: AnalysedVoice) => {
      saver.addTrack(voice);
      setHeard((before) => new Map(before).set(voice.id, voice.track));
    },
    [saver],
  );

  const takeAnalysis = useCallback(
    (line: string, voice: AnalysedVoice, unasked: boolean) => {
      keepHeard(voice);
      store.getState().takeAnalysis(line, voice, unasked);
    },
    [keepHeard, store],
  );

  const takeReplacement = useCallback(
    (line: Line, voice: AnalysedVoice, unasked = false) => {
      keepHeard(voice);
      const { edit, scene: now } = store.getState();
      if (unasked) store.history.takeOver(withLines(now, [line]));
      else edit((before) => withLines(before, [line]));
    },
    [keepHeard, store],
  );

  const { program, characters, tracks, peaks, images, error, retry } = material;
  const { id, production: productionId } = document;
  const open = useMemo(
    (): OpenScene | null =>
      images && {
        ...{ id, production: productionId, store, saver, transport, keying },
        ...{ performing, passSafe, keepRecording, keepHeard },
        ...{ characters, tracks, images, peaks },
      },
    // prettier-ignore
    [id, productionId, store, saver, transport, keying, performing, passSafe, keepRecording, keepHeard, characters, tracks, images, peaks],
  );
  if (!open) {
    return (
      <div className="studio">
        <TopBar title={production.body.name} />
        <main className="stage">
          <div className="stage-message">
            {error ? (
              <>
                <span role="alert">{sentenceOf(error)}</span>
                <Button onClick={retry}>Try again</Button>
              </>
            ) : (
              <Spinner role="status" aria-label="Loading the drawings" />
            )}
          </div>
        </main>
      </div>
    );
  }
  return (
    <SceneContext value={open}>
      <ProgramContext value={program}>
        <Workplace
          production={production}
          onFirst={setFirst}
          onHeard={takeAnalysis}
          onReplaced={takeReplacement}
        />
      </ProgramContext>
    </SceneContext>
  );
}

/** A transport that loops what was worked on last. */
function opened(length: number, voices: readonly PlacedVoice[], { workArea }: Scene): Transport {
  const transport = new Transport(length, voices);
  if (workArea) {
    const [start, end] = [toSeconds(workArea.start), Math.min(length, toSeconds(workArea.end))];
    if (end > start) {
      transport.setLoop({ start, end });
      transport.seek(start);
    }
  }
  return transport;
}

type Dialog = 'keys' | 'film' | 'history' | null;

/** All around the open scene; it stays as it is while the scene changes. */
const Workplace = memo(function Workplace({
  production,
  onFirst,
  onHeard,
  onReplaced,
}: {
  production: Document<'production'>;
  onFirst: (first: FirstMouths | null) => void;
  onHeard: (line: string, voice: AnalysedVoice, unasked: boolean) => void;
  onReplaced: (line: Line, voice: AnalysedVoice, unasked?: boolean) => void;
}) {
  const open = useOpenScene();
  const { history } = open.store;
  const [dialog, setDialog] = useState<Dialog>(null);
  const [tab, setTab] = useState('voice');
  const [recording, setRecording] = useState(false);
  const record = () => {
    setTab('voice');
    setRecording(true);
  };
  const view = useRef<TimelineView | null>(null);
  const setView = useCallback((next: TimelineView) => void (view.current = next), []);
  const readView = useCallback(() => view.current, []);
  const { data: current = production } = useQuery({
    queryKey: ['production', production.id],
    queryFn: () => readDocumentById('production', production.id),
    initialData: production,
  });
  const { pronunciations } = current.body;
  const fitting = useFitting(open.tracks, pronunciations, onFirst, onHeard);
  const replacing = useReplacing(open.tracks, pronunciations, onReplaced);
  const problems = useTextTiming(
    pronunciations,
    useCallback((line: Line, timed: AnalysedVoice) => onReplaced(line, timed, true), [onReplaced]),
  );
  const wording = useWordEditing(
    pronunciations,
    useCallback((line: string, voice: AnalysedVoice) => onHeard(line, voice, false), [onHeard]),
  );
  const write = () => lineActions.write(open.store, toFlicks(open.transport.time()));
  const close = () => setDialog(null);

  return (
    <Reviewing>
      <StudioKeys
        view={readView}
        help={() => setDialog('keys')}
        record={record}
        recording={recording}
      />
      <div className={tab === 'sheet' ? 'studio with-sheet' : 'studio'}>
        <TopBar title={<SceneTitle production={production.body.name} />}>
          <SaveState saver={open.saver} />
          <UndoButtons history={history} />
          <IconButton
            icon={History}
            label="Earlier versions"
            onClick={() => setDialog('history')}
          />
          <IconButton
            icon={CircleHelp}
            label="Keys"
            shortcut="?"
            onClick={() => setDialog('keys')}
          />
          <Link
            to={`/scenes/${open.id}/live`}
            className="btn btn-quiet btn-sm"
            title="Let the character speak with your voice, as you speak"
          >
            <Mic size={16} aria-hidden /> Live
          </Link>
          <Button size="sm" onClick={() => setDialog('film')}>
            <Clapperboard size={16} aria-hidden /> Film
          </Button>
        </TopBar>
        <SaveBanner kind="scene" id={open.id} saver={open.saver} />
        <StageDrop>
          <Stage />
          <ReviewCard />
        </StageDrop>
        <aside className="side" aria-label="Line, scene, life, performing, sheet and films">
          <Tabs
            activeKey={tab}
            onSelect={(key) => setTab(key ?? 'voice')}
            id="side"
            mountOnEnter
            unmountOnExit
          >
            <Tab eventKey="voice" title="Line">
              {recording ? (
                <RecordCard
                  replacing={replacing}
                  onLines={(lines) => void fitting.fitAll(lines)}
                  onClose={() => setRecording(false)}
                />
              ) : (
                <VoicePanel
                  {...{ fitting, replacing, problems }}
                  onWrite={write}
                  onRecord={record}
                />
              )}
            </Tab>
            <Tab eventKey="scene" title="Scene">
              <ScenePanel />
            </Tab>
            <Tab eventKey="life" title="Life">
              <LifePanel />
            </Tab>
            <Tab eventKey="perform" title="Perform">
              <PerformPanel />
            </Tab>
            <Tab eventKey="sheet" title="Sheet">
              <ExposureSheet />
            </Tab>
            <Tab eventKey="films" title="Films">
              <FilmsPanel onNew={() => setDialog('film')} />
            </Tab>
          </Tabs>
        </aside>
        <div className="desk">
          <TransportBar view={readView} />
          <Timeline
            onView={setView}
            onLines={(lines) => void fitting.fitAll(lines)}
            onWords={wording.write}
          />
          {wording.problem && (
            <p className="small text-danger-emphasis mb-0" role="alert">
              {wording.problem}
            </p>
          )}
        </div>
        <SceneConflict />
        {dialog === 'film' && (
          <FilmForm
            onClose={close}
            onOrdered={() => {
              close();
              setTab('films');
            }}
          />
        )}
        {dialog === 'history' && <SceneVersions onClose={close} />}
        <KeyboardHelp
          show={dialog === 'keys'}
          keys={STUDIO_KEYS}
          pointer={STUDIO_POINTER}
          onHide={close}
        />
      </div>
    </Reviewing>
  );
});

function StudioKeys({ view, ...on }: StudioKeyActions & { view: () => TimelineView | null }) {
  useStudioKeys(view, on);
  return null;
}

function tracksOf(unsaved: UnsavedWork<'scene'> | null): ReadonlyMap<string, VoiceTrack> {
  const heard = [...(unsaved?.tracks ?? [])].filter(([, bytes]) => !isPassRecording(bytes));
  return new Map(heard.map(([id, bytes]) => [id, readTrack(bytes)]));
}

function recordingsOf(unsaved: UnsavedWork<'scene'> | null): ReadonlyMap<string, PassRecording> {
  const performed = [...(unsaved?.tracks ?? [])].filter(([, bytes]) => isPassRecording(bytes));
  return new Map(performed.map(([id, bytes]) => [id, readRecording(bytes)]));
}
