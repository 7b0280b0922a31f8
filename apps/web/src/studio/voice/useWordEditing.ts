import { useEffect, useRef, useState } from 'react';
import { sentenceOf } from '@cruvo/core/problem';
import { inRecording, type Line, type OwnPronunciation } from '@cruvo/core/scene';
import {
  replaceRange,
  scriptWithWord,
  silentPart,
  squeezedInto,
  type VoiceTrack,
  type WordStretch,
} from '@cruvo/core/speech';
import { analyseVoice, asAnalysedVoice, type AnalysedVoice } from '../../workers/analyseVoice';
import { sayWords } from '../../workers/sayWords';
import { useOpenScene } from '../SceneContext';
import { voiceToHear } from './voiceToHear';

/** Which words of the script read otherwise now. */
export interface RewrittenWords {
  readonly index: number;
  readonly count: number;
  readonly text: string;
}

export type WriteWords = (
  line: Line,
  stretches: readonly WordStretch[],
  rewritten: RewrittenWords | null,
) => void;

/**
 * Changes what words are said where: each stretch is aligned anew to what is heard in it, and nothing else.
 *
 * @param onHeard takes the line's new track
 */
export function useWordEditing(
  own: readonly OwnPronunciation[],
  onHeard: (line: string, heard: AnalysedVoice) => void,
) {
  const { store, tracks } = useOpenScene();
  const [state, setState] = useState<{ readonly busy: boolean; readonly problem: string | null }>({
    busy: false,
    problem: null,
  });
  const running = useRef<AbortController | null>(null);
  useEffect(() => () => running.current?.abort(), []);

  /** What is said in one stretch: as it was heard, or evenly where the words don't fit what was heard. */
  const partFor = async (
    line: Line,
    stretch: WordStretch,
    track: VoiceTrack,
    signal: AbortSignal,
  ) => {
    const { start, end, text } = stretch;
    if (text === '' || !line.voice) return silentPart(end - start, track);
    const { channel, language } = line;
    const url = await voiceToHear(line.voice, line, signal);
    const wish = { url, channel, language, own, script: text, stretch: { start, end } };
    try {
      const { track: heard } = await analyseVoice(wish, () => undefined, signal);
      const found = heard.words.map((word) => word.text).join(' ');
      if (found !== '' && heard.deviations?.skipped.length === 0) return heard;
    } catch (error) {
      if (signal.aborted) throw error;
      // Too short to be aligned, or other words than were heard: the stretch is what people say it is.
    }
    return squeezedInto(await sayWords({ script: text, language, own }), end - start);
  };

  const write = async (
    line: Line,
    stretches: readonly WordStretch[],
    rewritten: RewrittenWords | null,
  ) => {
    const before = line.track === null ? undefined : tracks.get(line.track);
    if (!before) return;
    running.current?.abort();
    const { signal } = (running.current = new AbortController());
    setState({ busy: true, problem: null });
    try {
      let track = before;
      for (const heard of stretches) {
        const stretch = inRecording(line, heard);
        track = replaceRange(track, await partFor(line, stretch, before, signal), stretch);
      }
      const heard = await asAnalysedVoice(track);
      signal.throwIfAborted();
      store.history.begin();
      if (rewritten) {
        const { index, count, text } = rewritten;
        const script = scriptWithWord(line.script, before.words, index, text, count);
        if (script !== line.script) store.getState().changeLine(line.id, { script });
      }
      onHeard(line.id, heard);
      store.history.end();
      setState({ busy: false, problem: null });
    } catch (error) {
      if (!signal.aborted) setState({ busy: false, problem: sentenceOf(error) });
    }
  };
  return { ...state, write: write as WriteWords };
}
