import { accentsOf } from '../prosody';
import type { Signal } from '../signals';
import type { VoiceTrack } from '../speech';
import { fitted } from './signalCurves';

/** What of a voice can be seen as a curve under its waveform. */
export const SEEN_CURVES = ['loudness', 'pitch', 'emphasis'] as const;
export type SeenCurve = (typeof SEEN_CURVES)[number];

/** Values a second of a curve of emphasis. */
const RATE = 100;
const known = new Map<SeenCurve, WeakMap<VoiceTrack, Signal | null>>();

/** The course of a feature over a voice, from 0 at its quiet end to 1 at its loud one; null where the track doesn't tell. */
export function seenCurve(track: VoiceTrack, kind: SeenCurve): Signal | null {
  const made = known.get(kind) ?? new WeakMap<VoiceTrack, Signal | null>();
  known.set(kind, made);
  let curve = made.get(track);
  if (curve === undefined) {
    curve = kind === 'emphasis' ? emphasis(track) : fitted(track, { kind }, MEASURED);
    made.set(track, curve);
  }
  return curve;
}

const MEASURED = { low: null, high: null };

/** How strong each syllable is stressed, for as long as its vowel. */
function emphasis(track: VoiceTrack): Signal {
  const values = new Array<number>(Math.ceil(track.duration * RATE)).fill(0);
  for (const { start, end, strength } of accentsOf(track)) {
    const until = Math.min(values.length, Math.max(start * RATE + 1, end * RATE));
    for (let at = Math.floor(start * RATE); at < until; at++) values[at] = strength;
  }
  return { rate: RATE, values };
}
