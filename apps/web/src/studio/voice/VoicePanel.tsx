import { lazy, Suspense } from 'react';
import { Mic, PenLine, TriangleAlert } from 'lucide-react';
import { Alert, Badge, Button, Spinner } from 'react-bootstrap';
import type { FitMethod } from '@cruvo/core/mouth';
import { isVoiced, linesAtOnce, trackOfLine, type Line } from '@cruvo/core/scene';
import { toSeconds } from '@cruvo/core/time';
import { Segments } from '../../shell/Segments';
import { useFocus, useOpenScene, useProgram } from '../SceneContext';
import { lineTimes } from '../lineTimes';
import { ReviewSummary } from '../review/ReviewSummary';
import { CaptionChoice } from './CaptionChoice';
import { FitButton } from './FitButton';
import { FitSliders } from './FitSliders';
import { SpeakerField } from './SpeakerField';
import { MoodFields } from './MoodFields';
import { ReplaceVoice } from './ReplaceVoice';
import { TakeList } from './TakeList';
import { ScratchVoice } from './ScratchVoice';
import { SoundFields } from './SoundFields';
import { ScriptField } from './ScriptField';
import type { Fitting } from './useFitting';
import type { Replacing } from './useReplacing';
import { VoiceReport } from './VoiceReport';
import { VoiceTroubles } from './VoiceTroubles';

const BandChooser = lazy(() => import('./BandChooser'));

const METHODS: readonly (readonly [FitMethod, name: string, hint: string])[] = [
  ['sounds', 'Sounds', 'The mouth takes the shape of what is said'],
  ['loudness', 'Loudness', 'The mouth opens with the loudness'],
  ['band', 'One band', 'The mouth opens with the loudness of one band of frequencies'],
];

/** The line that is worked on: its script, and how its voice moves the mouth. */
export function VoicePanel({
  fitting,
  replacing,
  problems,
  onWrite,
  onRecord,
}: {
  fitting: Fitting;
  replacing: Replacing;
  /** Why the words of lines without a voice can't be timed, by line. */
  problems: ReadonlyMap<string, string>;
  /** Asked to begin a line without a voice. */
  onWrite: () => void;
  /** Asked to open the recorder. */
  onRecord: () => void;
}) {
  const { store, tracks } = useOpenScene();
  const program = useProgram();
  const { line } = useFocus();
  if (!line) return <NoLine {...{ onWrite, onRecord }} />;
  const { setFit } = store.getState();
  const track = trackOfLine(line, tracks) ?? undefined;
  const played = program.lines.get(line.id);
  const recorded = line.voice !== null && line.voice.scratch === null;
  const problem = problems.get(line.id);
  const atOnce = linesAtOnce(program.scene, line);
  return (
    <>
      <div className="d-flex align-items-baseline gap-2 mb-1">
        <h2 className="h6 mb-0 text-truncate" title={line.voice?.name ?? line.name}>
          {line.name}
        </h2>
        <span className="quiet small figures text-nowrap">
          {lengthInWords(toSeconds(line.length))}
          {recorded && (line.voice.channels === 1 ? ', mono' : ', stereo')}
        </span>
        {!recorded && (
          <Badge bg="" className="not-recorded ms-auto">
            {line.voice ? 'scratch voice' : 'not recorded'}
          </Badge>
        )}
      </div>
      <SpeakerField line={line} />
      {atOnce.length > 0 && (
        <p className="finding small mb-1" role="note">
          <TriangleAlert size={15} aria-hidden /> {listed(atOnce)} heard at the same time, by the
          same character: the mouths of the one that began first are seen.
        </p>
      )}
      <MoodFields line={line} track={track} />
      <ScriptField line={line} />
      <CaptionChoice line={line} />
      {problem !== undefined && (
        <Alert variant="danger" className="py-2 small mt-2 mb-0">
          {problem}
        </Alert>
      )}
      {isVoiced(line) && (
        <VoiceTroubles line={line} fitted={track !== undefined && track.quality !== null} />
      )}
      {isVoiced(line) && (
        <div className="mt-2">
          <FitButton line={line} fitting={fitting} />
        </div>
      )}
      {!recorded && <ScratchVoice key={line.id} line={line} replacing={replacing} />}
      <ReplaceVoice line={line} replacing={replacing} onRecord={onRecord} />
      <TakeList line={line} replacing={replacing} />
      {track && line.voice && fitting.state.kind !== 'failed' && (
        <VoiceReport track={track} origin={lineTimes(line).origin} />
      )}
      {isVoiced(line) && (
        <SoundFields line={line} track={track} onCleaned={(cleaned) => void fitting.fit(cleaned)} />
      )}
      {track && played && <ReviewSummary line={played} />}
      <Segments
        label="What the mouth follows"
        name="method"
        className="w-100 my-2"
        options={METHODS}
        value={line.fit.method}
        onChange={(method) => setFit(line.id, { method })}
      />
      {line.fit.method === 'sounds' && track?.spectrum === null && (
        <p className="small quiet">
          An older version of Cruvo analysed only the loudness of this voice. Fit the mouths again
          to follow its sounds.
        </p>
      )}
      {line.fit.method === 'band' && track && (
        <Suspense fallback={<Spinner role="status" aria-label="Loading the plot" />}>
          <BandChooser
            track={track}
            fit={line.fit}
            onChange={(change) => setFit(line.id, change)}
          />
        </Suspense>
      )}
      <FitSliders
        fit={line.fit}
        history={store.history}
        onChange={(change) => setFit(line.id, change)}
      />
    </>
  );
}

function listed([first, ...others]: readonly Line[]): string {
  if (others.length === 0) return `“${first!.name}” is`;
  return `“${first!.name}” and ${others.length} more are`;
}

function NoLine({ onWrite, onRecord }: { onWrite: () => void; onRecord: () => void }) {
  return (
    <>
      <p className="quiet">
        Nothing is said here yet. Drop recordings or a script on the timeline to begin, or write
        what is said.
      </p>
      <Button onClick={onWrite}>
        <PenLine size={17} aria-hidden /> Write a line
      </Button>{' '}
      <Button variant="outline-secondary" onClick={onRecord}>
        <Mic size={17} aria-hidden /> Record one
      </Button>
    </>
  );
}

function lengthInWords(seconds: number): string {
  if (seconds < 60) return `${seconds.toFixed(2)} s`;
  return `${Math.floor(seconds / 60)} min ${(seconds % 60).toFixed(1)} s`;
}
