import { useCallback, useEffect, useRef, useState } from 'react';
import { sentenceOf, type Problem } from '@cruvo/core/problem';
import { rowOfMember, wholeLine, withLines, type Line } from '@cruvo/core/scene';
import { toFlicks, toSeconds } from '@cruvo/core/time';
import { composeVoice } from '../../api/voices';
import type { VoiceInput } from '../../microphone/source';
import { SILENT } from '../../recording/levelMeter';
import { Recorder, type Recorded } from '../../recording/recorder';
import { useOpenScene } from '../SceneContext';
import type { Replacing } from '../voice/useReplacing';
import { beginningOf, withStretch, type RecordTarget } from './recordTarget';

export type RecordingState =
  | { readonly kind: 'opening' }
  | { readonly kind: 'ready' }
  | { readonly kind: 'recording'; readonly target: RecordTarget }
  | { readonly kind: 'finishing' }
  | { readonly kind: 'failed'; readonly sentence: string };

/** After the end of a stretch it is recorded a little longer, so that no last sound is cut off, seconds. */
const TAIL = 0.2;
const WATCH_EVERY_MS = 50;
/** Less than this is no recording, seconds. */
const SHORTEST = 0.1;
const NOTHING_HEARD =
  'Nothing was heard in the recording. Is the microphone muted, or another one chosen?';

/**
 * Records lines and takes while the scene plays.
 *
 * @param source where the voice comes from; another object opens it anew
 * @param onLines takes new lines, to be heard
 */
export function useRecording(
  source: VoiceInput,
  replacing: Replacing,
  onLines: (lines: readonly Line[]) => void,
) {
  const { id, store, transport } = useOpenScene();
  const [state, setState] = useState<RecordingState>({ kind: 'opening' });
  const [trouble, setTrouble] = useState<string | null>(null);
  const [notice, setNotice] = useState<string | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const [opened, setOpened] = useState(0);
  const recorder = useRef<Recorder | null>(null);
  const running = useRef<{ readonly target: RecordTarget; stop: () => void } | null>(null);

  // The input is opened at once, so that one sees whether it hears anything; and anew after each recording.
  useEffect(() => {
    let left = false;
    const ended = () => {
      if (left) return;
      if (running.current) running.current.stop();
      else if (source.kind === 'microphone') setOpened((count) => count + 1);
    };
    Recorder.open(transport.audio, source, ended).then(
      (next) => {
        if (left) return next.close();
        recorder.current = next;
        setState({ kind: 'ready' });
      },
      (error: unknown) => {
        if (!left) setState({ kind: 'failed', sentence: sentenceOf(error) });
      },
    );
    return () => {
      left = true;
      running.current = null;
      transport.mute(null);
      recorder.current?.close();
      recorder.current = null;
      setState({ kind: 'opening' });
    };
  }, [transport, source, opened]);

  const take = useCallback(
    async (target: RecordTarget, { voice, highest }: Recorded, lead: number) => {
      const { scene, edit, chooseLine } = store.getState();
      const heard = toSeconds(voice.duration) - lead;
      if (heard < SHORTEST) return setNotice('That was too short to be a recording.');
      if (highest < SILENT) setNotice(NOTHING_HEARD);
      const offset = toFlicks(lead);
      const length = voice.duration - offset;
      const { frameRate } = scene;
      if (target.kind === 'take') {
        return replacing.replace(target.line, { kind: 'voice', voice, offset, length }, frameRate);
      }
      if (target.kind === 'stretch') {
        const { line, range } = target;
        const enough = Math.min(range.end, range.start + heard);
        const stretch = { start: range.start, end: enough };
        const pieces = withStretch(line, stretch, { working: voice.working, offset: lead });
        const make = () => composeVoice(line.name, pieces);
        return replacing.replace(line, { kind: 'composed', make }, frameRate);
      }
      const row = rowOfMember(scene, target.member);
      if (row === null) return setNotice('The speaker is no longer there.');
      const name = nextRecordingName(Object.values(scene.lines));
      const place = { id: crypto.randomUUID(), row, name, start: target.start, voice };
      const line: Line = { ...wholeLine(place), offset, length };
      edit((now) => withLines(now, [line]));
      const grown = store.getState().scene.length;
      if (grown > scene.length) {
        setNotice(`The scene is ${toSeconds(grown).toFixed(1)} s long now, for the line to fit.`);
      }
      chooseLine(line.id);
      onLines([line]);
    },
    [store, replacing, onLines],
  );

  /** @param countIn seconds of the scene, or of standing still, before it begins */
  const record = async (target: RecordTarget, countIn: number) => {
    const open = recorder.current;
    if (!open || running.current) return;
    setNotice(null);
    setProblem(null);
    setTrouble(null);
    const begins = beginningOf(target);
    const from = Math.max(0, begins - countIn);
    try {
      await open.begin(id, nameFor(target), (problem: Problem | null) =>
        setTrouble(problem && problem.message),
      );
      transport.mute(target.kind === 'line' ? null : target.line.id);
      await transport.roll(from, countIn - (begins - from));
    } catch (error) {
      return setProblem(sentenceOf(error));
    }
    const { audio } = transport;
    open.speak(audio.currentTime + Math.max(0, begins - transport.sceneTimeAt(audio.currentTime)));
    let done = false;
    const stop = async () => {
      if (done) return;
      done = true;
      clearInterval(watch);
      unfollow();
      running.current = null;
      transport.pause();
      transport.mute(null);
      setState({ kind: 'finishing' });
      try {
        const recorded = await open.finish();
        const lead = recorded ? begins - transport.sceneTimeAt(recorded.firstSample) : 0;
        transport.seek(begins);
        if (recorded) await take(target, recorded, Math.max(0, lead));
      } catch (error) {
        setProblem(sentenceOf(error));
      }
      setState({ kind: 'opening' });
      setOpened((count) => count + 1);
    };
    const watch = setInterval(() => {
      const now = transport.sceneTimeAt(audio.currentTime);
      if (target.kind === 'stretch' && now > target.range.end + TAIL) void stop();
    }, WATCH_EVERY_MS);
    const unfollow = transport.state.subscribe(({ playing }) => playing || void stop());
    running.current = { target, stop: () => void stop() };
    setState({ kind: 'recording', target });
  };

  return {
    state,
    /** Why what is recorded isn't safe just now; null where all is well. */
    trouble,
    notice,
    /** Why the last recording could not be brought in; what is safe of it can be fetched. */
    problem,
    recorder,
    record,
    stop: () => running.current?.stop(),
    again: () => setOpened((count) => count + 1),
  };
}

export type Recording = ReturnType<typeof useRecording>;

const nameFor = (target: RecordTarget) =>
  target.kind === 'line' ? 'Recording' : target.line.name.slice(0, 180) || 'Recording';

/** "Recording 3" after "Recording 1" and "Recording 2". */
function nextRecordingName(lines: readonly Line[]): string {
  const numbers = lines.map(({ name }) => Number(/^Recording (\d+)$/.exec(name)?.[1] ?? 0));
  return `Recording ${Math.max(0, ...numbers) + 1}`;
}
