import type { VoiceTrack } from '../speech/voiceTrack';
import { OF_VOICE, WITH_WORDS, type EmphasisModel } from './emphasisModel';
import { unitCurves, unitFeatures } from './unitFeatures';
import { spokenUnits, type SpokenUnit } from './spokenUnits';

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
 * not known. By a linear model of what makes words prominent: level, pitch, length, the kind of word and its place; trained
 * by `training/emphasis`.
 */
export function accentsOf(track: VoiceTrack): readonly Accent[] {
  const made = known.get(track);
  if (made) return made;
  const units = spokenUnits(track);
  const model = units.some(({ text }) => text !== null) ? WITH_WORDS : OF_VOICE;
  const curves = unitCurves(track);
  const accents = sentencesOf(units).flatMap((own) => {
    const features = unitFeatures(curves, own);
    return own.map(({ syllables }, at): Accent => {
      const score = model.weights.reduce(
        (sum, weight, part) => sum + weight * features[at]![part]!,
        0,
      );
      const { start, end } = mostProminent(track, syllables);
      return { start, end, strength: strengthOf(score, model) };
    });
  });
  known.set(track, accents);
  return accents;
}

/** Units from pause to pause, as many together as a line of those has on which the model was trained. */
function sentencesOf(units: readonly SpokenUnit[]): SpokenUnit[][] {
  const sentences: SpokenUnit[][] = [];
  units.forEach((unit, at) => {
    const open = sentences.at(-1);
    const pause = at === 0 ? Infinity : unit.start - units[at - 1]!.end;
    const ends = open && (open.length >= MOST || (open.length >= FEWEST && pause >= PAUSE));
    if (!open || ends || pause >= LONG_PAUSE) sentences.push([unit]);
    else open.push(unit);
  });
  return sentences;
}

/** Units of a sentence: no fewer are parted by a pause, unless it is long; seconds. */
const FEWEST = 4;
const MOST = 24;
const PAUSE = 0.25;
const LONG_PAUSE = 0.8;

/** Scores of usual words become small strengths, those of stressed ones go towards 1. */
function strengthOf(score: number, { middle, spread }: EmphasisModel): number {
  return 1 / (1 + Math.exp(-(score - middle) / spread));
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
