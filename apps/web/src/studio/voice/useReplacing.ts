import { useEffect, useRef, useState } from 'react';
import { Problem, sentenceOf } from '@cruvo/core/problem';
import {
  withVoiceReplaced,
  type Line,
  type LostCorrection,
  type OwnPronunciation,
} from '@cruvo/core/scene';
import type { VoiceTrack } from '@cruvo/core/speech';
import type { FrameRateName } from '@cruvo/core/time';
import { mediaUrl, uploadVoice } from '../../api/media';
import type { UploadProgress } from '../../api/upload';
import { analyseVoice, asAnalysedVoice, type AnalysedVoice } from '../../workers/analyseVoice';

/** How far another recording of a line has come. */
export type ReplacingState =
  | { readonly kind: 'idle' }
  | { readonly kind: 'sending'; readonly progress: UploadProgress }
  | { readonly kind: 'hearing'; readonly share: number }
  | { readonly kind: 'failed'; readonly sentence: string };

const IDLE: ReplacingState = { kind: 'idle' };

/** What came of the last replacement. */
export interface Replacement {
  /** Id of the line. */
  readonly line: string;
  /** Mouths set by hand that could not follow and wait to be placed. */
  readonly lost: readonly LostCorrection[];
  /** What is to be said about the recording; null where all is well. */
  readonly notice: string | null;
}

const OTHER_WORDS =
  'The recording says other words than the script: it was heard without it. Change the script and fit the mouths again.';

/**
 * Puts another recording in the place of a line's voice: it is sent and heard, and the mouths set by hand follow.
 *
 * @param onReplaced takes the line with its new recording, and what was heard in that
 */
export function useReplacing(
  tracks: ReadonlyMap<string, VoiceTrack>,
  own: readonly OwnPronunciation[],
  onReplaced: (line: Line, heard: AnalysedVoice) => void,
) {
  const [state, setState] = useState<ReplacingState>(IDLE);
  const [last, setLast] = useState<Replacement | null>(null);
  const running = useRef<AbortController | null>(null);
  useEffect(() => () => running.current?.abort(), []);

  const replace = async (line: Line, file: File, frameRate: FrameRateName) => {
    running.current?.abort();
    const { signal } = (running.current = new AbortController());
    setLast(null);
    setState({ kind: 'sending', progress: { stage: 'sending', share: 0 } });
    try {
      const voice = await uploadVoice(file, {
        onProgress: (progress) => setState({ kind: 'sending', progress }),
        signal,
      });
      const hear = (script: string | null) =>
        analyseVoice(
          {
            url: new URL(mediaUrl(voice.working), location.href).href,
            ...{ channel: line.channel, language: line.language, own, stretch: null, script },
          },
          ({ share }) => setState({ kind: 'hearing', share }),
          signal,
        );
      setState({ kind: 'hearing', share: 0 });
      const script = line.script.trim() === '' ? null : line.script;
      const { track, notice } = await hear(script).catch((error: unknown) => {
        const isOther = error instanceof Problem && error.code === 'script-mismatch';
        if (!isOther) throw error;
        return hear(null).then((alone) => ({ ...alone, notice: OTHER_WORDS }));
      });
      const heard = await asAnalysedVoice(track);
      signal.throwIfAborted();
      const before = line.track === null ? null : (tracks.get(line.track) ?? null);
      const recording = { voice, track, id: heard.id };
      const replaced = withVoiceReplaced(line, before, recording, frameRate);
      onReplaced(replaced.line, heard);
      setLast({ line: line.id, lost: replaced.lost, notice });
      setState(IDLE);
    } catch (error) {
      if (!signal.aborted) setState({ kind: 'failed', sentence: sentenceOf(error) });
      else setState(IDLE);
    }
  };
  return {
    state,
    last,
    replace,
    cancel: () => running.current?.abort(),
    /** Leaves one of the lost mouths, or all of them. */
    drop: (gone: LostCorrection | null) =>
      setLast(last && gone ? { ...last, lost: last.lost.filter((one) => one !== gone) } : null),
  };
}

export type Replacing = ReturnType<typeof useReplacing>;
