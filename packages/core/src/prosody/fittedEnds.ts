import { valueAt, type Signal } from '../signals';
import { SILENCE } from '../speech/visemes';
import type { VoiceTrack } from '../speech/voiceTrack';
import type { VoiceFeature } from './voiceFeatures';

/** Where a signal is at its least and at its most, in its own unit. */
export interface Ends {
  readonly low: number;
  readonly high: number;
}

/** Moments a second at which speech is looked at. */
const RATE = 50;
/** Shares of the moments of speech that lie below the quiet end, and below the loud one. */
const QUIET = 0.01;
const LOUD = 0.99;
/** Ends lie at least so far apart, so that a voice that stays the same doesn't tremble: dB, semitones, shares. */
const LEAST_APART: Readonly<Record<VoiceFeature['kind'], number>> = {
  ...{ loudness: 8, 'left loudness': 8, 'right loudness': 8 },
  ...{ band: 8, onsets: 4, pitch: 4, intonation: 2, articulation: 0.2 },
};

/** The quiet and the loud end of a feature over what is spoken: percentiles, so that a bang or a breath says nothing. */
export function fittedEnds(curve: Signal, track: VoiceTrack, kind: VoiceFeature['kind']): Ends {
  const values = spokenValues(curve, track).sort();
  const at = (share: number) => values[Math.floor(share * (values.length - 1))] ?? 0;
  const least = LEAST_APART[kind];
  if (kind === 'intonation') {
    const reach = Math.max(least, Math.abs(at(1 - LOUD)), at(LOUD));
    return { low: 0, high: reach };
  }
  const [low, high] = [at(QUIET), at(LOUD)];
  if (high - low >= least) return { low, high };
  const middle = (low + high) / 2;
  return { low: middle - least / 2, high: middle + least / 2 };
}

/** Values of a signal at even moments of what is spoken; all of them where nothing is. */
export function spokenValues(curve: Signal, { sounds, duration }: VoiceTrack): Float64Array {
  const values: number[] = [];
  for (const { start, end, viseme } of sounds) {
    if (viseme === SILENCE) continue;
    for (let at = Math.ceil(start * RATE); at + 0.5 < end * RATE; at++) {
      values.push(valueAt(curve, (at + 0.5) / RATE));
    }
  }
  if (values.length === 0) {
    for (let at = 0; at < duration * RATE; at++) values.push(valueAt(curve, at / RATE));
  }
  return Float64Array.from(values);
}
