import { useEffect, useRef, useState } from 'react';
import { Problem, type ProblemCode, sentenceOf } from '@cruvo/core/problem';
import {
  isVoiced,
  inRecording,
  type Line,
  type OwnPronunciation,
  type VoicedLine,
} from '@cruvo/core/scene';
import { type VoiceTrack, replaceRange, tentativeTrack } from '@cruvo/core/speech';
import { toSeconds } from '@cruvo/core/time';
import type { TimeRange } from '../playback/transport';
import { asAnalysedVoice, analyseVoice, type AnalysedVoice } from '../../workers/analyseVoice';
import { voiceToHear } from './voiceToHear';

export type FittingState =
  | { readonly kind: 'idle'; readonly notice: string | null }
  | { readonly kind: 'hearing'; readonly share: number }
  | { readonly kind: 'failed'; readonly sentence: string; readonly code: ProblemCode | null };

/** What was heard of a line so far, while hearing goes on. */
export interface FirstMouths {
  readonly line: string;
  readonly track: VoiceTrack;
}

/** What of a line is heard anew, and how. */
export interface FittingWish {
  /** Whether its script is left aside. */
  readonly voiceAlone?: boolean;
  /** Seconds from the start of the voice; null for all of it. */
  readonly stretch?: TimeRange | null;
  /** Whether it is heard without having been asked for. */
  readonly unasked?: boolean;
}

/** Hears a line's voice in a worker, with progress, first mouths as they come, and cancel. */
export function useFitting(
  tracks: ReadonlyMap<string, VoiceTrack>,
  own: readonly OwnPronunciation[],
  onFirst: (first: FirstMouths | null) => void,
  onHeard: (line: string, heard: AnalysedVoice, unasked: boolean) => void,
) {
  const [state, setState] = useState<FittingState>({ kind: 'idle', notice: null });
  const running = useRef<AbortController | null>(null);
  useEffect(() => () => running.current?.abort(), []);

  const fit = async (
    line: VoicedLine,
    { voiceAlone = false, stretch = null, unasked = false }: FittingWish = {},
  ) => {
    running.current?.abort();
    const control = new AbortController();
    running.current = control;
    setState({ kind: 'hearing', share: 0 });
    const before = line.track === null ? undefined : tracks.get(line.track);
    const recorded = stretch && inRecording(line, stretch);
    const whole = recorded === null || !before;
    try {
      const { track, notice } = await analyseVoice(
        {
          url: await voiceToHear(line.voice, line, control.signal),
          channel: line.channel,
          script: voiceAlone || line.script.trim() === '' ? null : line.script,
          language: line.language,
          own,
          stretch: whole ? null : recorded,
        },
        ({ share, sounds }) => {
          if (control.signal.aborted) return;
          setState({ kind: 'hearing', share });
          if (whole)
            onFirst({
              line: line.id,
              track: tentativeTrack(sounds, toSeconds(line.voice.duration)),
            });
        },
        control.signal,
      );
      const heard = await asAnalysedVoice(whole ? track : replaceRange(before, track, recorded));
      if (control.signal.aborted) return;
      onHeard(line.id, heard, unasked);
      setState({ kind: 'idle', notice });
    } catch (error) {
      if (running.current !== control) return;
      const code = error instanceof Problem ? error.code : null;
      setState(
        code === 'cancelled'
          ? { kind: 'idle', notice: null }
          : { kind: 'failed', sentence: sentenceOf(error), code },
      );
    } finally {
      if (running.current === control) onFirst(null);
    }
  };
  /** Hears new lines one after the other; the others are left when it is cancelled. */
  const fitAll = async (lines: readonly Line[]) => {
    for (const line of lines.filter(isVoiced)) {
      await fit(line, { unasked: true });
      if (running.current?.signal.aborted) return;
    }
  };
  return { state, fit, fitAll, cancel: () => running.current?.abort() };
}

export type Fitting = ReturnType<typeof useFitting>;
