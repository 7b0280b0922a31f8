import { RefreshCcw } from 'lucide-react';
import { useRef } from 'react';
import { Alert, Button, ProgressBar } from 'react-bootstrap';
import { chartOf, setByHand } from '@cruvo/core/mouth';
import { speakerOf, voiceTime, withLines, type Line, type LostCorrection } from '@cruvo/core/scene';
import { frameAt, frameStart, toFlicks, toSeconds } from '@cruvo/core/time';
import { UploadBar } from '../../artwork/UploadBar';
import { useOpenScene } from '../SceneContext';
import type { Replacing } from './useReplacing';

/** Puts another recording in the place of a line's voice, and lists the mouths set by hand that could not follow. */
export function ReplaceVoice({ line, replacing }: { line: Line; replacing: Replacing }) {
  const { program } = useOpenScene();
  const input = useRef<HTMLInputElement>(null);
  const { state, last, replace, cancel } = replacing;
  const recorded = line.voice !== null && line.voice.scratch === null;
  return (
    <div className="replace-voice small">
      {state.kind === 'sending' && (
        <UploadBar progress={state.progress} name="the recording" onCancel={cancel} />
      )}
      {state.kind === 'speaking' && (
        <div className="d-flex align-items-center gap-2" role="status">
          <ProgressBar className="flex-fill" animated now={100} aria-label="Speaking the script" />
          <Button variant="quiet" size="sm" onClick={cancel}>
            Cancel
          </Button>
        </div>
      )}
      {state.kind === 'hearing' && (
        <div className="d-flex align-items-center gap-2" role="status">
          <ProgressBar
            className="flex-fill"
            now={100 * state.share}
            aria-label="Hearing the new recording"
          />
          <Button variant="quiet" size="sm" onClick={cancel}>
            Cancel
          </Button>
        </div>
      )}
      {(state.kind === 'idle' || state.kind === 'failed') && (
        <Button
          variant="quiet"
          size="sm"
          className="px-1"
          title="Another recording of the same or changed words: everything else stays, and mouths set by hand follow"
          onClick={() => input.current?.click()}
        >
          <RefreshCcw size={15} aria-hidden />{' '}
          {recorded ? 'Replace the voice …' : 'Bring the recording …'}
        </Button>
      )}
      <input
        ref={input}
        type="file"
        hidden
        accept="audio/*"
        aria-label="Another recording of the line"
        onChange={({ target }) => {
          const [file] = target.files ?? [];
          if (file) void replace(line, { kind: 'file', file }, program.scene.frameRate);
          target.value = '';
        }}
      />
      {state.kind === 'failed' && (
        <Alert variant="danger" className="py-2 mb-1">
          {state.sentence}
        </Alert>
      )}
      {last?.line === line.id && <Outcome line={line} replacing={replacing} />}
    </div>
  );
}

function Outcome({ line, replacing: { last, drop } }: { line: Line; replacing: Replacing }) {
  const { lost, notice } = last!;
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
          {line.corrections.length > 0 && ', and all mouths set by hand followed'}.
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
  const { program, store, transport } = useOpenScene();
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
