import type { VoiceTrack } from '../speech/voiceTrack';
import { EMPHASIS } from './emphasisModel';
import { unitFeatures } from './unitFeatures';
import { spokenUnits } from './spokenUnits';

/** A syllable that is stressed. Times in seconds of the voice: those of its vowel. */
export interface Accent {
  readonly start: number;
  readonly end: number;
  /** 1 for the strongest of a phrase that has a strong one, 0 for none at all. */
  readonly strength: number;
}

const known = new WeakMap<VoiceTrack, readonly Accent[]>();

/**
 * How strong each word of a voice is stressed, on the syllable that stands out of it; of each syllable where the script was
 * not known. By a linear model of what makes words prominent: level, pitch, length, the kind of word and its place
 * (after Streefkerk 2002 and Mehrabani et al. 2013), trained by `training/emphasis`.
 */
export function accentsOf(track: VoiceTrack): readonly Accent[] {
  const made = known.get(track);
  if (made) return made;
  const units = spokenUnits(track);
  const features = unitFeatures(track, units);
  const weights = units.some(({ text }) => text !== null) ? EMPHASIS.words : EMPHASIS.voice;
  const accents = units.map(({ syllables }, at) => {
    const score = weights.reduce((sum, weight, part) => sum + weight * features[at]![part]!, 0);
    const { start, end } = mostProminent(track, syllables);
    return { start, end, strength: strengthOf(score) };
  });
  known.set(track, accents);
  return accents;
}

/** Scores of usual words become small strengths, those of stressed ones go towards 1. */
function strengthOf(score: number): number {
  return 1 / (1 + Math.exp(-(score - EMPHASIS.middle) / EMPHASIS.spread));
}

function mostProminent<Span extends { readonly start: number; readonly end: number }>(
  { loudness: { rate, values } }: VoiceTrack,
  syllables: readonly Span[],
): Span {
  const energy = ({ start, end }: Span) => {
    let sum = 0;
    for (let at = Math.floor(start * rate); at < end * rate; at++) {
      sum += 10 ** ((values[at] ?? -100) / 10) / rate;
    }
    return sum;
  };
  return syllables.reduce((best, one) => (energy(one) > energy(best) ? one : best));
}
