import { bandLoudness } from '../audio/spectrum';
import { valueAt, type Signal } from '../signals';
import { OPEN_VOWEL } from '../speech/visemes';
import type { Sound, VoiceTrack } from '../speech/voiceTrack';
import { usualDuration } from './phoneDurations';
import type { SpokenUnit } from './spokenUnits';
import { featureCurve } from './voiceFeatures';
import { classesOf, WORD_CLASSES } from './wordClasses';

/** What is measured of the sound of a unit, in this order. */
const MEASURES = [
  ...(['level', 'energy', 'pitch', 'meanPitch', 'pitchRange', 'pace'] as const),
  ...(['vowel', 'stretch', 'vowelStretch', 'middle', 'bright', 'meanLevel'] as const),
];
type Measure = (typeof MEASURES)[number];

/** Measures that are compared with those of the units beside it, and that are told to be the highest of a voice. */
const COMPARED: readonly Measure[] = ['level', 'energy', 'pitch', 'stretch'];
/** Moments at which levels are looked at, seconds apart; and bands of the spectrum, Hz. */
const EVERY = 0.01;
const MIDDLE = { low: 600, high: 2000 };
const BRIGHT = { low: 2000, high: 5000 };
/** Pauses count up to so many seconds. */
const LONGEST_PAUSE = 0.5;

/** What of a voice units are measured by. */
export interface UnitCurves {
  readonly loudness: Signal;
  /** Null where the track doesn't tell. */
  readonly pitch: Signal | null;
  readonly middle: Signal | null;
  readonly bright: Signal | null;
}

export function unitCurves(track: VoiceTrack): UnitCurves {
  const { loudness, spectrum } = track;
  return {
    ...{ loudness, pitch: featureCurve(track, { kind: 'pitch' }) },
    middle: spectrum && bandLoudness(spectrum, MIDDLE),
    bright: spectrum && bandLoudness(spectrum, BRIGHT),
  };
}

/**
 * What makes each unit stand out of its voice [units][features]: measures of its sound, in deviations from the mean of
 * the voice, by themselves, beside the unit before and after, and whether they are the highest; what kind of word it
 * is; and where it stands.
 */
export function unitFeatures(curves: UnitCurves, units: readonly SpokenUnit[]): number[][] {
  const measured = standardised(measuresOf(curves, units));
  const columns = COMPARED.map((measure) => MEASURES.indexOf(measure));
  return units.map((unit, at) => {
    const own = measured[at]!;
    const beside = (other: number) =>
      columns.map((column) => own[column]! - (measured[other]?.[column] ?? 0));
    const highest = columns.map((column) =>
      measured.every((one) => one[column]! <= own[column]!) ? 1 : 0,
    );
    return [
      ...own,
      ...beside(at - 1),
      ...beside(at + 1),
      ...highest,
      ...wordOf(unit),
      ...placeOf(units, at),
    ];
  });
}

function measuresOf(
  { loudness, pitch, middle, bright }: UnitCurves,
  units: readonly SpokenUnit[],
): number[][] {
  return units.map((unit) => {
    const { sounds, start, end } = unit;
    const levels = valuesIn(loudness, unit);
    const heights = pitch ? valuesIn(pitch, unit).sort((a, b) => a - b) : [0];
    const vowels = sounds.filter(({ viseme }) => viseme >= OPEN_VOWEL);
    const power = levels.reduce((sum, level) => sum + 10 ** (level / 10), 0);
    const top = heights[Math.floor(0.9 * (heights.length - 1))]!;
    const low = heights[Math.floor(0.1 * (heights.length - 1))]!;
    const usual = sounds.reduce((sum, { phone }) => sum + usualDuration(phone), 0);
    const values: Readonly<Record<Measure, number>> = {
      level: Math.max(...levels),
      energy: 10 * Math.log10(power + 1e-12),
      pitch: top,
      meanPitch: meanOf(heights),
      pitchRange: top - low,
      pace: (end - start) / sounds.length,
      vowel: Math.max(0, ...vowels.map(lengthOf)),
      stretch: Math.log((end - start) / usual),
      vowelStretch: Math.max(-1, ...vowels.map((one) => lengthOf(one) / usualDuration(one.phone))),
      middle: middle ? Math.max(...valuesIn(middle, unit)) : 0,
      bright: bright ? Math.max(...valuesIn(bright, unit)) : 0,
      meanLevel: meanOf(levels),
    };
    return MEASURES.map((measure) => values[measure]);
  });
}

const lengthOf = ({ start, end }: Sound) => end - start;
const meanOf = (values: readonly number[]) =>
  values.reduce((sum, value) => sum + value, 0) / values.length;

function valuesIn(curve: Signal, { start, end }: SpokenUnit): number[] {
  const values: number[] = [];
  for (let time = start; time < end; time += EVERY) values.push(valueAt(curve, time));
  return values;
}

/** Each column less its mean, in deviations. */
function standardised(rows: number[][]): number[][] {
  const columns = MEASURES.map((_, column) => {
    const values = rows.map((row) => row[column]!);
    const mean = meanOf(values);
    return {
      mean,
      deviation: Math.sqrt(meanOf(values.map((value) => (value - mean) ** 2))) + 1e-6,
    };
  });
  return rows.map((row) =>
    row.map((value, column) => (value - columns[column]!.mean) / columns[column]!.deviation),
  );
}

/** What kind of word a unit is; nothing where the words are not known. */
function wordOf({ text, syllables }: SpokenUnit): number[] {
  if (text === null) return new Array<number>(WORD_CLASSES + 3).fill(0);
  const classes = classesOf(text);
  return [classes.some((one) => one === 1) ? 0 : 1, ...classes, syllables.length, text.length];
}

function placeOf(units: readonly SpokenUnit[], at: number): number[] {
  const last = units.length - 1;
  const { start, end } = units[at]!;
  const pause = (seconds: number) => Math.min(LONGEST_PAUSE, Math.max(0, seconds));
  return [
    ...[at / Math.max(1, last), at === 0 ? 1 : 0, at === last ? 1 : 0, at === last - 1 ? 1 : 0],
    pause(at === 0 ? LONGEST_PAUSE : start - units[at - 1]!.end),
    pause(at === last ? LONGEST_PAUSE : units[at + 1]!.start - end),
  ];
}
