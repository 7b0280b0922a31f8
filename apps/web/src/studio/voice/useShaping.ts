import { useEffect, useRef, useState } from 'react';
import { sentenceOf } from '@cruvo/core/problem';
import { isShaped, withLines, withShaping, type Shaping, type VoicedLine } from '@cruvo/core/scene';
import { shapeVoice } from '../../api/voices';
import { useOpenScene } from '../SceneContext';

/** Changes how the voice of a line sounds: made on the server, one step to undo. */
export function useShaping() {
  const { store } = useOpenScene();
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const running = useRef<AbortController | null>(null);
  useEffect(() => () => running.current?.abort(), []);

  /** @returns whether it was done */
  const shape = async ({ id, voice }: VoicedLine, shaping: Shaping): Promise<boolean> => {
    running.current?.abort();
    const { signal } = (running.current = new AbortController());
    setProblem(null);
    setBusy(true);
    try {
      const shaped = isShaped(shaping) ? await shapeVoice(voice.working, shaping, signal) : null;
      signal.throwIfAborted();
      const line = store.getState().scene.lines[id];
      if (line?.voice?.working !== voice.working) return false;
      const heard = shaped && { working: shaped.working, peaks: shaped.peaks };
      const duration = shaped?.duration ?? voice.duration;
      store
        .getState()
        .edit((scene) => withLines(scene, [withShaping(line, shaping, heard, duration)]));
      return true;
    } catch (error) {
      if (!signal.aborted) setProblem(sentenceOf(error));
      return false;
    } finally {
      if (running.current?.signal === signal) setBusy(false);
    }
  };
  return { busy, problem, shape, cancel: () => running.current?.abort() };
}
