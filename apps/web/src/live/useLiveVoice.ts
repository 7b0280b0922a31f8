import { useCallback, useEffect, useRef, useState } from 'react';
import type { Character } from '@cruvo/core/character';
import {
  DEFAULT_FIT,
  type FitSettings,
  LiveMouth,
  type MouthState,
  chartOf,
} from '@cruvo/core/mouth';
import { sentenceOf } from '@cruvo/core/problem';
import type { LiveFrame } from '@cruvo/core/speech';
import { DelayMeter } from './delayMeter';
import type { VoiceInput } from '../microphone/source';
import { startLive, type LiveSession } from './liveSession';

export type LiveState =
  | { readonly kind: 'off' }
  | { readonly kind: 'starting' }
  | { readonly kind: 'on' }
  | { readonly kind: 'failed'; readonly sentence: string };

/** What is told about the voice several times a second. */
export interface LiveReadout {
  /** From a sound to its mouth being painted, milliseconds. */
  readonly delay: { readonly median: number; readonly most: number } | null;
  /** Work for each block, milliseconds. */
  readonly work: { readonly median: number; readonly most: number } | null;
  /** The latest frame. */
  readonly frame: LiveFrame | null;
}

const READOUT_EVERY_MS = 100;
const NOTHING: LiveReadout = { delay: null, work: null, frame: null };

/** A live voice and the mouth that follows it. */
export function useLiveVoice(character: Character | null, fit: FitSettings = DEFAULT_FIT) {
  const [state, setState] = useState<LiveState>({ kind: 'off' });
  const [readout, setReadout] = useState(NOTHING);
  const session = useRef<LiveSession | null>(null);
  const mouth = useRef<LiveMouth | null>(null);
  /** The mouth to show, and the time on the audio clock of the sound that its drawing stands for. */
  const shown = useRef<{ now: MouthState; sound: number; painted: boolean } | null>(null);
  const meters = useRef({ delay: new DelayMeter(), work: new DelayMeter() });
  const latest = useRef<LiveFrame | null>(null);
  const attempt = useRef(0);
  const repaint = useRef<(() => void) | null>(null);

  useEffect(() => {
    const rig = character?.mouth;
    mouth.current = rig ? new LiveMouth(chartOf(rig), fit) : null;
  }, [character, fit]);

  const stop = useCallback(() => {
    attempt.current++;
    session.current?.stop();
    session.current = null;
    shown.current = null;
    setState({ kind: 'off' });
  }, []);
  useEffect(() => () => session.current?.stop(), []);

  const start = useCallback(
    async (source: VoiceInput) => {
      stop();
      const own = ++attempt.current;
      meters.current = { delay: new DelayMeter(), work: new DelayMeter() };
      setState({ kind: 'starting' });
      try {
        const started = await startLive(
          source,
          ({ frames, origin, work }) => {
            meters.current.work.add(work);
            const before = shown.current?.now.drawing;
            for (const frame of frames) {
              const now = mouth.current?.follow(frame);
              latest.current = frame;
              if (!now) continue;
              if (now.drawing === shown.current?.now.drawing) shown.current.now = now;
              else {
                const sound = origin + (frame.index + 0.5) / 100;
                shown.current = { now, sound, painted: false };
              }
            }
            if (shown.current?.now.drawing !== before) repaint.current?.();
          },
          stop,
        );
        if (own !== attempt.current) return started.stop();
        session.current = started;
        setState({ kind: 'on' });
      } catch (error) {
        if (own === attempt.current) setState({ kind: 'failed', sentence: sentenceOf(error) });
      }
    },
    [stop],
  );

  useEffect(() => {
    if (state.kind !== 'on') return;
    const timer = setInterval(() => {
      const { delay, work } = meters.current;
      setReadout({ delay: delay.summary(), work: work.summary(), frame: latest.current });
    }, READOUT_EVERY_MS);
    return () => clearInterval(timer);
  }, [state.kind]);

  /** The mouth to paint now; null while nobody is heard. Measures the delay of each new drawing. */
  const mouthNow = useCallback((): MouthState | null => {
    const current = shown.current;
    if (!current) return null;
    if (!current.painted && session.current) {
      current.painted = true;
      meters.current.delay.add(1000 * (session.current.now() - current.sound));
    }
    return current.now;
  }, []);

  /** Has another drawing painted as soon as it is known: the screen's next round comes up to 17 ms later. */
  const paintAtOnce = useCallback((paint: (() => void) | null) => {
    repaint.current = paint;
  }, []);

  return { state, readout, start, stop, mouthNow, paintAtOnce };
}

export type LiveVoice = ReturnType<typeof useLiveVoice>;
