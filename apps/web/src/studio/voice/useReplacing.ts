import { useEffect, useRef, useState } from 'react';
import { Problem, sentenceOf } from '@cruvo/core/problem';
import {
  isShaped,
  trackOfLine,
  withCurrentTake,
  withVoiceReplaced,
  type Line,
  type LostCorrection,
  type OwnPronunciation,
  type Voice,
} from '@cruvo/core/scene';
import { spokenText, type VoiceTrack } from '@cruvo/core/speech';
import type { FrameRateName } from '@cruvo/core/time';
import { fetchTrack, uploadVoice } from '../../api/media';
import type { UploadProgress } from '../../api/upload';
import { shapeVoice, speakScratch } from '../../api/voices';
import { analyseVoice, asAnalysedVoice, type AnalysedVoice } from '../../workers/analyseVoice';
import { sayWords } from '../../workers/sayWords';
import { useOpenScene } from '../SceneContext';
import { asTake, type VoiceSource } from './voiceSource';
import { voiceToHear } from './voiceToHear';

/** How far another voice of a line has come. */
export type ReplacingState =
  | { readonly kind: 'idle' }
  | { readonly kind: 'sending'; readonly progress: UploadProgress }
  | { readonly kind: 'speaking' }
  | { readonly kind: 'hearing'; readonly share: number }
  | { readonly kind: 'failed'; readonly sentence: string };

const IDLE: ReplacingState = { kind: 'idle' };

/** What came of the last replacement. */
export interface Replacement {
  /** Id of the line. */
  readonly line: string;
  /** Mouths set by hand that could not follow and wait to be placed. */
  readonly lost: readonly LostCorrection[];
  /** How many of them did follow. */
  readonly followed: number;
  /** What is to be said about the recording; null where all is well. */
  readonly notice: string | null;
}

const OTHER_WORDS =
  'The recording says other words than the script: it was heard without it. Change the script and fit the mouths again.';

const newId = () => crypto.randomUUID();

/**
 * Puts another voice in the place of a line's, or of its text: it is brought and heard, and the mouths set by hand follow.
 *
 * @param onReplaced takes the line with its new voice, and what was heard in that
 */
export function useReplacing(
  tracks: ReadonlyMap<string, VoiceTrack>,
  own: readonly OwnPronunciation[],
  onReplaced: (line: Line, heard: AnalysedVoice) => void,
) {
  const [state, setState] = useState<ReplacingState>(IDLE);
  const [last, setLast] = useState<Replacement | null>(null);
  const { store } = useOpenScene();
  const running = useRef<AbortController | null>(null);
  useEffect(() => () => running.current?.abort(), []);
  const latest = useRef(tracks);
  useEffect(() => {
    latest.current = tracks;
  });

  const bring = async (line: Line, source: VoiceSource, signal: AbortSignal) => {
    if (source.kind === 'text') return null;
    if (source.kind === 'voice') return source.voice;
    if (source.kind === 'take') return source.take.voice;
    if (source.kind === 'composed') {
      setState({ kind: 'speaking' });
      return source.make();
    }
    if (source.kind === 'scratch') {
      setState({ kind: 'speaking' });
      const { script, language } = line;
      return speakScratch(
        { text: spokenText(script, own), language, settings: source.settings },
        signal,
      );
    }
    const onProgress = (progress: UploadProgress) => setState({ kind: 'sending', progress });
    onProgress({ stage: 'sending', share: 0 });
    return uploadVoice(source.file, { onProgress, signal });
  };

  const hear = async (line: Line, voice: Voice, script: string | null, signal: AbortSignal) => {
    setState({ kind: 'hearing', share: 0 });
    const url = await voiceToHear(voice, line, signal);
    return analyseVoice(
      {
        ...{ url, channel: line.channel, language: line.language, own, stretch: null, script },
      },
      ({ share }) => setState({ kind: 'hearing', share }),
      signal,
    );
  };

  /** What is said in a voice of a line; without one, how its words would be said. */
  const listen = async (
    line: Line,
    source: VoiceSource,
    voice: Voice | null,
    signal: AbortSignal,
  ) => {
    const { script, language, wordsPerMinute } = line;
    if (source.kind === 'take' && source.take.track !== null) {
      setState({ kind: 'hearing', share: 0 });
      return { track: await fetchTrack(source.take.track), notice: null };
    }
    if (!voice) {
      const track = await sayWords({ script, language, own, wordsPerMinute });
      return { track, notice: null };
    }
    return hear(line, voice, script.trim() === '' ? null : script, signal).catch(
      async (error: unknown) => {
        const isOther = error instanceof Problem && error.code === 'script-mismatch';
        if (!isOther) throw error;
        return { ...(await hear(line, voice, null, signal)), notice: OTHER_WORDS };
      },
    );
  };

  const replace = async (wished: Line, source: VoiceSource, frameRate: FrameRateName) => {
    running.current?.abort();
    const { signal } = (running.current = new AbortController());
    setLast(null);
    try {
      const voice = await bring(wished, source, signal);
      const { track, notice } = await listen(wished, source, voice, signal);
      const heard = await asAnalysedVoice(track);
      const shaped =
        voice && isShaped(wished.shaping)
          ? await shapeVoice(voice.working, wished.shaping, signal)
          : null;
      signal.throwIfAborted();
      // What was done to the line meanwhile stays; how it sounds was asked for before.
      const now = store.getState().scene.lines[wished.id];
      if (!now) return setState(IDLE);
      const line = { ...now, shaping: wished.shaping };
      const before = trackOfLine(now, latest.current);
      const kept = withCurrentTake(line, newId);
      const replaced = withVoiceReplaced(
        kept,
        before,
        { voice, shaped, track, id: heard.id },
        frameRate,
      );
      onReplaced(asTake(replaced.line, source, line, newId), heard);
      const { lost } = replaced;
      const followed = replaced.line.corrections.length;
      setLast({ line: line.id, lost, followed, notice });
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
