import { Alert, Button, ProgressBar } from 'react-bootstrap';
import { chartOf, setByHand } from '@cruvo/core/mouth';
import { speakerOf, voiceTime, withLines, type Line, type LostCorrection } from '@cruvo/core/scene';
import { frameAt, frameStart, toFlicks, toSeconds } from '@cruvo/core/time';
import { UploadBar } from '../../intake/UploadBar';
import { useOpenScene, useProgram } from '../SceneContext';
import type { Replacing } from './useReplacing';

/** How far another voice of a line has come, what came of it, and the mouths set by hand that could not follow. */
export function ReplacingStatus({ line, replacing }: { line: Line; replacing: Replacing }) {
  const { state, last, cancel } = replacing;
  return (
    <>
      {state.kind === 'sending' && (
        <UploadBar progress={state.progress} name="the recording" onCancel={cancel} />
      )}
      {(state.kind === 'speaking' || state.kind === 'hearing') && (
        <div className="d-flex align-items-center gap-2" role="status">
          <ProgressBar
            className="flex-fill"
            animated={state.kind === 'speaking'}
            now={state.kind === 'speaking' ? 100 : 100 * state.share}
            aria-label={state.kind === 'speaking' ? 'Making the voice' : 'Hearing the new voice'}
          />
          <Button variant="quiet" size="sm" onClick={cancel}>
            Cancel
          </Button>
        </div>
      )}
      {state.kind === 'failed' && (
        <Alert variant="danger" className="py-2 mb-1">
          {state.sentence}
        </Alert>
      )}
      {last?.line === line.id && <Outcome line={line} replacing={replacing} />}
    </>
  );
}

function Outcome({ line, replacing: { last, drop } }: { line: Line; replacing: Replacing }) {
  const { lost, followed, notice } = last!;
  return (
    <Alert
      variant={lost.length > 0 || notice ? 'warning' : 'success'}
      className="py-2 mb-1"
      dismissible
      onClose={() => drop(null)}
    >
      {notice && <p className="mb-1">{notice}</p>}
      {lost.length === 0 ? (
        <>
          The voice is in place
          {followed > 0 && ', and all mouths set by hand followed'}.
        </>
      ) : (
        <>
          {lost.length === 1 ? 'One mouth' : `${lost.length} mouths`} set by hand could not follow:
          <ul className="list-unstyled mb-0">
            {lost.slice(0, 12).map((one) => (
              <Lost key={one.start} line={line} one={one} onGone={() => drop(one)} />
            ))}
          </ul>
          {lost.length > 12 && <>and {lost.length - 12} more</>}
        </>
      )}
    </Alert>
  );
}

function Lost({
  line,
  one: { start, end, drawing, word },
  onGone,
}: {
  line: Line;
  one: LostCorrection;
  onGone: () => void;
}) {
  const { store, transport } = useOpenScene();
  const program = useProgram();
  const { scene, members } = program;
  const rig = members.find(({ member }) => member.id === speakerOf(scene, line))?.character.mouth;
  const label = rig && chartOf(rig).drawings.find((entry) => entry.drawing === drawing)?.label;
  const place = () => {
    const frame = frameAt(toFlicks(transport.time()), scene.frameRate);
    const from = Math.max(0, voiceTime(line, frameStart(frame, scene.frameRate)));
    const piece = { start: from, end: Math.min(line.duration, from + end - start), drawing };
    if (piece.end <= piece.start) return;
    store.getState().edit((now) => {
      const own = now.lines[line.id]!;
      return withLines(now, [{ ...own, corrections: setByHand(own.corrections, piece) }]);
    });
    onGone();
  };
  return (
    <li className="d-flex align-items-center gap-1">
      <span className="flex-fill">
        {label ?? drawing}
        {word && <> in “{word}”</>}{' '}
        <span className="figures">({toSeconds(start).toFixed(1)} s)</span>
      </span>
      <Button size="sm" variant="link" className="p-0" title="At the playhead" onClick={place}>
        Place
      </Button>
      <Button size="sm" variant="link" className="p-0" onClick={onGone}>
        Drop
      </Button>
    </li>
  );
}
