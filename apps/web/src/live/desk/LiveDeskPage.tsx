import type { PhysicsEngine } from '@cruvo/core/bodies';
import { useQuery } from '@tanstack/react-query';
import { ArrowLeft } from 'lucide-react';
import { useEffect, useMemo, useState } from 'react';
import { Spinner } from 'react-bootstrap';
import { Link, useParams } from 'react-router';
import type { Character } from '@cruvo/core/character';
import type { PassRecording } from '@cruvo/core/passes';
import { sentenceOf } from '@cruvo/core/problem';
import { compile } from '@cruvo/core/program';
import { linesOf, speakerOf, type Scene, type VoicedLine } from '@cruvo/core/scene';
import { readDocumentById } from '../../api/documents';
import { recordingsAround } from '../../microphone/recordingsAround';
import { Notice } from '../../shell/Notice';
import { TopBar } from '../../shell/TopBar';
import type { BrowserImages } from '@cruvo/painter/browser';
import { useSceneMaterial } from '../../studio/useSceneMaterial';
import { DeskContext } from './DeskContext';
import { DeskSide } from './DeskSide';
import { DeskStage } from './DeskStage';
import { LiveDesk } from './liveDesk';
import { Presets } from './Presets';
import { RecordLive } from './RecordLive';

/** Where one is on air: a scene's characters speak with whoever speaks into a microphone, and do what cues say. */
export function LiveDeskPage() {
  const { scene: id = '' } = useParams();
  const opened = useQuery({
    queryKey: ['live', id],
    queryFn: async () => {
      const { body: scene, production } = await readDocumentById('scene', id);
      return { scene, production, recordings: await recordingsAround(id) };
    },
  });
  return (
    <div className="live-page">
      <TopBar
        title={
          <Link to={`/scenes/${id}`} className="d-inline-flex align-items-center gap-1">
            <ArrowLeft size={17} aria-hidden /> {opened.data?.scene.name ?? 'Scene'}
          </Link>
        }
      />
      {opened.error && (
        <Notice title="This scene can’t be opened" onRetry={() => void opened.refetch()}>
          {sentenceOf(opened.error)}
        </Notice>
      )}
      {opened.data && <Loaded id={id} {...opened.data} />}
    </div>
  );
}

const NOTHING_HEARD = new Map<string, never>();
const NOTHING_PERFORMED: ReadonlyMap<string, PassRecording> = new Map();

interface Opened {
  readonly id: string;
  readonly production: string;
  readonly scene: Scene;
  readonly recordings: readonly VoicedLine[];
}

function Loaded(opened: Opened) {
  const material = useSceneMaterial(opened.scene, NOTHING_HEARD, NOTHING_PERFORMED, null);
  const { images, error, retry, characters, engine } = material;
  if (error) {
    return (
      <Notice title="The drawings can’t be shown" onRetry={retry}>
        {sentenceOf(error)}
      </Notice>
    );
  }
  if (!images) {
    return (
      <div className="notice-page">
        <Spinner role="status" aria-label="Loading the drawings" />
      </div>
    );
  }
  return <Desk {...opened} characters={characters} images={images} engine={engine} />;
}

function Desk({
  id,
  production,
  scene,
  recordings,
  characters,
  images,
  engine,
}: Opened & {
  characters: ReadonlyMap<string, Character>;
  images: BrowserImages;
  engine: PhysicsEngine | null;
}) {
  const program = useMemo(
    () => compile({ scene: { ...scene, lines: {} }, characters, tracks: new Map(), engine }),
    [scene, characters, engine],
  );
  const [desk] = useState(() => new LiveDesk(program, fitsOf(scene)));
  useEffect(() => desk.swap(program), [desk, program]);
  useEffect(() => desk.open(id), [desk, id]);
  const [chosen, setChosen] = useState(() => firstSpeaker(scene) ?? program.members[0]?.member.id);
  const own = program.members.find(({ member }) => member.id === chosen);
  if (!own) {
    return (
      <Notice title="Nobody is on this stage yet">
        Bring a character onto the stage of the scene; then it can go on air.
      </Notice>
    );
  }
  return (
    <DeskContext value={{ id, production, scene, program, desk, images, recordings }}>
      <div className="desk-stage">
        <DeskStage />
        <footer className="desk-foot">
          <Presets />
          <RecordLive />
        </footer>
      </div>
      <DeskSide own={own} onChoose={setChosen} />
    </DeskContext>
  );
}

/** How the mouth of each of the cast follows its lines, by their ids. */
const fitsOf = (scene: Scene) =>
  new Map([...linesOf(scene)].reverse().map((line) => [speakerOf(scene, line), line.fit]));

function firstSpeaker(scene: Scene): string | undefined {
  const [line] = linesOf(scene);
  return line && speakerOf(scene, line);
}
