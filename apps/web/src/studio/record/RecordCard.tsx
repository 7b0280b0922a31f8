import { Circle, Square, TriangleAlert, X } from 'lucide-react';
import { useQuery } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { Button, Form, Spinner } from 'react-bootstrap';
import { useHotkeys } from 'react-hotkeys-hook';
import {
  isVoiced,
  rowOfMember,
  wholeLine,
  withLines,
  type Line,
  type Voice,
  type VoicedLine,
} from '@cruvo/core/scene';
import { toFlicks } from '@cruvo/core/time';
import { firstInput, InputSelect, inputOf } from '../../microphone/InputSelect';
import { recordingsAround } from '../../microphone/recordingsAround';
import { IconButton } from '../../shell/IconButton';
import { useFocus, useOpenScene, useProgram, useTransport } from '../SceneContext';
import { ReplacingStatus } from '../voice/ReplacingStatus';
import type { Replacing } from '../voice/useReplacing';
import { LevelBar } from './LevelBar';
import { beginningOf, stretchIn, type RecordTarget } from './recordTarget';
import { Unfinished } from './Unfinished';
import { useRecording } from './useRecording';

const NOTHING: readonly VoicedLine[] = [];
const COUNT_INS = [0, 1, 2, 3, 5];

/** Records a line, another take of one, or a stretch of it, while the scene plays. */
export function RecordCard(props: {
  replacing: Replacing;
  onLines: (lines: readonly Line[]) => void;
  onClose: () => void;
}) {
  const { id } = useOpenScene();
  const { data, isPending } = useQuery({
    queryKey: ['recordings around', id],
    queryFn: () => recordingsAround(id),
    staleTime: 0,
  });
  if (isPending) return null;
  // Without them there is only the real microphone.
  return <OpenCard {...props} recordings={data ?? NOTHING} />;
}

const chosenInput = (choice: string, recordings: readonly VoicedLine[]) => ({
  choice,
  input: inputOf(choice, recordings, false),
});

type Purpose = RecordTarget['kind'];

function OpenCard({
  replacing,
  onLines,
  onClose,
  recordings,
}: Parameters<typeof RecordCard>[0] & { recordings: readonly VoicedLine[] }) {
  const { store, transport } = useOpenScene();
  const program = useProgram();
  const { line, member } = useFocus();
  // Opened as it is chosen: the list of recordings is read again, and what is being recorded must not notice.
  const [{ choice, input }, setInput] = useState(() => chosenInput(firstInput([]), NOTHING));
  const [countIn, setCountIn] = useState(2);
  const loop = useTransport((state) => state.loop);
  const stretch = line && stretchIn(line, loop);
  const [wanted, setWanted] = useState<Purpose>(line ? 'take' : 'line');
  const purpose = possible(wanted, line, stretch !== null);
  const recording = useRecording(input, replacing, onLines);
  const { state, trouble, notice, problem, recorder, record, stop, again } = recording;
  const busy = state.kind === 'recording' || state.kind === 'finishing';

  const begin = () => {
    const target = targetOf();
    if (target) void record(target, countIn);
  };
  const targetOf = (): RecordTarget | null => {
    if (purpose === 'stretch' && line && isVoiced(line) && stretch) {
      return { kind: 'stretch', line, range: stretch };
    }
    if (purpose === 'take' && line) return { kind: 'take', line };
    if (member === null) return null;
    return { kind: 'line', member, start: toFlicks(transport.time()) };
  };
  const bringIn = (voice: Voice) => {
    const { scene, edit, chooseLine } = store.getState();
    const row = member === null ? null : rowOfMember(scene, member);
    if (row === null) return;
    const start = toFlicks(transport.time());
    const made = wholeLine({ id: crypto.randomUUID(), row, name: 'Recording', start, voice });
    edit((now) => withLines(now, [made]));
    chooseLine(made.id);
    onLines([made]);
  };
  useHotkeys('shift+r', () => (state.kind === 'recording' ? stop() : begin()), {
    preventDefault: true,
  });
  useHotkeys('escape', () => (busy ? stop() : onClose()));

  const speaker = program.members.find((one) => one.member.id === member);
  const name = speaker?.member.name ?? speaker?.character.name ?? '';
  return (
    <section className="record-card" aria-label="Record">
      <div className="record-head">
        <strong>{name}</strong>
        <Form.Select
          size="sm"
          aria-label="What is recorded"
          value={purpose}
          disabled={busy}
          onChange={({ target }) => setWanted(target.value as Purpose)}
        >
          {line && <option value="take">{takeInWords(line)}</option>}
          {line && isVoiced(line) && stretch && (
            <option value="stretch">The loop, in “{line.name}”</option>
          )}
          <option value="line">A new line at the playhead</option>
        </Form.Select>
        <IconButton
          icon={X}
          label="Close the recorder"
          shortcut="Esc"
          disabled={busy}
          onClick={onClose}
        />
      </div>
      <div className="record-inputs">
        <InputSelect
          aria-label="Voice from"
          size="sm"
          value={choice}
          recordings={recordings}
          allowed={state.kind === 'ready'}
          disabled={busy}
          onChange={(next) => setInput(chosenInput(next, recordings))}
        />
        <Form.Select
          size="sm"
          aria-label="Count-in"
          value={countIn}
          disabled={busy}
          title="The scene plays so long before it is recorded"
          onChange={({ target }) => setCountIn(Number(target.value))}
        >
          {COUNT_INS.map((seconds) => (
            <option key={seconds} value={seconds}>
              {seconds === 0 ? 'no count-in' : `${seconds} s count-in`}
            </option>
          ))}
        </Form.Select>
      </div>
      <LevelBar recorder={recorder} />
      <div className="d-flex align-items-center gap-2">
        {state.kind === 'recording' ? (
          <Button variant="danger" size="sm" onClick={stop}>
            <Square size={15} aria-hidden /> Stop
          </Button>
        ) : (
          <Button
            variant="danger"
            size="sm"
            disabled={state.kind !== 'ready' || (member === null && !line)}
            title="Record (Shift R)"
            onClick={begin}
          >
            {state.kind === 'finishing' || state.kind === 'opening' ? (
              <Spinner size="sm" aria-label="Wait a moment" />
            ) : (
              <Circle size={15} fill="currentColor" aria-hidden />
            )}{' '}
            Record
          </Button>
        )}
        <Progress recording={recording} />
      </div>
      {state.kind === 'failed' && (
        <p className="finding mb-0" role="alert">
          <TriangleAlert size={15} aria-hidden /> {state.sentence}{' '}
          <Button variant="link" size="sm" className="p-0" onClick={again}>
            Try again
          </Button>
        </p>
      )}
      {[problem, notice, trouble && `Not safe yet: ${trouble} It is tried again.`].map(
        (sentence) =>
          sentence && (
            <p key={sentence} className="finding mb-0" role="alert">
              <TriangleAlert size={15} aria-hidden /> {sentence}
            </p>
          ),
      )}
      {line && purpose !== 'line' && line.script.trim() !== '' && (
        <p className="prompter" aria-label="What is to be said">
          {line.script}
        </p>
      )}
      {line && (
        <div className="small">
          <ReplacingStatus line={line} replacing={replacing} />
        </div>
      )}
      {!busy && <Unfinished onVoice={bringIn} />}
    </section>
  );
}

/** What is recorded, as far as it can be. */
function possible(wanted: Purpose, line: Line | null, hasStretch: boolean): Purpose {
  if (!line) return 'line';
  return wanted === 'stretch' && !(hasStretch && isVoiced(line)) ? 'take' : wanted;
}

function takeInWords({ name, voice }: Line): string {
  if (voice && !voice.scratch) return `Another take of “${name}”`;
  return `“${name}”, which nobody has recorded yet`;
}

/** The count-in, large, and then how long it has been going on. */
function Progress({
  recording: { state, recorder },
}: {
  recording: ReturnType<typeof useRecording>;
}) {
  const { transport } = useOpenScene();
  const [now, setNow] = useState(0);
  const on = state.kind === 'recording';
  useEffect(() => {
    if (!on) return;
    const timer = setInterval(
      () => setNow(transport.sceneTimeAt(transport.audio.currentTime)),
      100,
    );
    return () => clearInterval(timer);
  }, [on, transport]);
  if (state.kind === 'finishing') return <span className="quiet small">Bringing it in …</span>;
  if (!on) return null;
  const left = beginningOf(state.target) - now;
  if (left > 0) {
    return (
      <span className="count-in figures" role="status">
        {Math.ceil(left)}
      </span>
    );
  }
  const unsafe = recorder.current?.times.unsafe ?? 0;
  return (
    <span className="figures" role="status">
      {(-left).toFixed(1)} s
      {unsafe > 2 && <span className="quiet small">, {unsafe.toFixed(0)} s not safe yet</span>}
    </span>
  );
}
