import type { Signal } from '../signals';
import { SPECTRUM_BANDS, spectrumLevels, type Spectrum } from './spectrum';

interface Span {
  readonly start: number;
  readonly end: number;
}

/** What is spoken in one breath. */
interface Run extends Span {
  /** The middle of its pitches, semitones above 100 Hz. */
  readonly pitch: number;
  /** How much of it has a pitch, seconds. */
  readonly voiced: number;
  /** How loud each band is against all of them, dB. */
  readonly timbre: Float64Array;
}

/** Pauses shorter than this don't end a run, and shorter runs say nothing, seconds. */
const BREATH = 0.3;
const LEAST_VOICED = 0.4;
/** Each of two voices speaks this long at least, seconds. */
const LEAST_SPOKEN = 0.8;
/**
 * Two groups of runs are taken for two voices from this much between their pitches on, semitones, and between their
 * timbres, dB. Measured, see docs/DECISIONS.md.
 */
const PITCHES_APART = 7;
const TIMBRES_APART = 3;

/**
 * Where a second voice speaks in a recording: the runs of the one that speaks less, where the runs fall into two groups
 * that differ in pitch and in timbre. Voices at the same time are not told apart.
 *
 * @param pitch Hz, 0 where there is none
 */
export function secondVoice(
  pitch: Signal,
  spectrum: Spectrum,
  isSpoken: (time: number) => boolean,
): Span[] {
  const runs = runsOf(pitch, isSpoken).flatMap((run) => described(run, pitch, spectrum) ?? []);
  const groups = inTwo(runs);
  if (!groups) return [];
  const [low, high] = groups;
  if (meanPitch(high) - meanPitch(low) < PITCHES_APART) return [];
  if (apart(meanTimbre(low), meanTimbre(high)) < TIMBRES_APART) return [];
  const second = spoken(low) < spoken(high) ? low : high;
  return [...second].sort((a, b) => a.start - b.start).map(({ start, end }) => ({ start, end }));
}

/** Stretches in which somebody speaks, in times of the pitches. */
function runsOf({ rate, values }: Signal, isSpoken: (time: number) => boolean): Span[] {
  const runs: { start: number; end: number }[] = [];
  values.forEach((_, at) => {
    if (!isSpoken((at + 0.5) / rate)) return;
    const [start, end] = [at / rate, (at + 1) / rate];
    const last = runs.at(-1);
    if (last && start - last.end < BREATH) last.end = end;
    else runs.push({ start, end });
  });
  return runs;
}

function described(run: Span, { rate, values }: Signal, spectrum: Spectrum): Run | null {
  const pitches: number[] = [];
  const timbre = new Float64Array(SPECTRUM_BANDS);
  const { levels, rate: moments } = spectrum;
  for (let at = Math.round(run.start * rate); at < Math.round(run.end * rate); at++) {
    const hertz = values[at]!;
    const moment = Math.floor(((at + 0.5) / rate) * moments);
    if (hertz === 0 || (moment + 1) * SPECTRUM_BANDS > levels.length) continue;
    pitches.push(12 * Math.log2(hertz / 100));
    const bands = spectrumLevels({
      rate: moments,
      levels: levels.subarray(moment * SPECTRUM_BANDS, (moment + 1) * SPECTRUM_BANDS),
    });
    bands.forEach((level, band) => (timbre[band]! += level));
  }
  const voiced = pitches.length / rate;
  if (voiced < LEAST_VOICED) return null;
  const middle = pitches.sort((a, b) => a - b)[pitches.length >> 1]!;
  const mean = timbre.reduce((sum, level) => sum + level, 0) / SPECTRUM_BANDS;
  return {
    ...{ start: run.start, end: run.end, pitch: middle, voiced },
    timbre: timbre.map((level) => (level - mean) / pitches.length),
  };
}

/** The lower and the higher runs, split where the groups differ most for how they vary; null where there is but one. */
function inTwo(runs: readonly Run[]): readonly [low: readonly Run[], high: readonly Run[]] | null {
  const sorted = [...runs].sort((a, b) => a.pitch - b.pitch);
  let best: readonly [readonly Run[], readonly Run[]] | null = null;
  let most = 0;
  for (let at = 1; at < sorted.length; at++) {
    const [low, high] = [sorted.slice(0, at), sorted.slice(at)];
    const [one, other] = [spoken(low), spoken(high)];
    if (Math.min(one, other) < LEAST_SPOKEN) continue;
    // Otsu's criterion: the variance between two groups.
    const between = ((one * other) / (one + other)) * (meanPitch(high) - meanPitch(low)) ** 2;
    if (between <= most) continue;
    most = between;
    best = [low, high];
  }
  return best;
}

const spoken = (runs: readonly Run[]) => runs.reduce((sum, { voiced }) => sum + voiced, 0);

function meanPitch(runs: readonly Run[]): number {
  return runs.reduce((sum, { pitch, voiced }) => sum + pitch * voiced, 0) / spoken(runs);
}

function meanTimbre(runs: readonly Run[]): Float64Array {
  const sums = new Float64Array(SPECTRUM_BANDS);
  for (const { timbre, voiced } of runs) {
    timbre.forEach((level, band) => (sums[band]! += level * voiced));
  }
  return sums.map((sum) => sum / spoken(runs));
}

function apart(one: Float64Array, other: Float64Array): number {
  const squares = one.reduce((sum, level, band) => sum + (level - other[band]!) ** 2, 0);
  return Math.sqrt(squares / SPECTRUM_BANDS);
}
