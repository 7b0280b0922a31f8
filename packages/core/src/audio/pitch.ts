import FFT from 'fft.js';
import { Resampler } from './resample';
import type { Signal } from '../signals';

/** Pitches a second. */
export const PITCH_RATE = 50;
/** The pitches of voices, Hz. */
const LOWEST = 60;
const HIGHEST = 500;

/** Samples a second that are looked at. */
const RATE = 8000;
const HOP = RATE / PITCH_RATE;
const LONGEST_LAG = Math.ceil(RATE / LOWEST);
const SHORTEST_LAG = Math.floor(RATE / HIGHEST);
/** Samples that are compared with those a lag later. */
const WINDOW = 256;
const NEEDED = WINDOW + LONGEST_LAG;
/** A dip of the normalised difference below this is a period. */
const THRESHOLD = 0.15;
/** Quieter than this nothing has a pitch, mean square. */
const SILENT = 1e-7;

/**
 * Follows the pitch of a voice as it streams in: YIN (A. de Cheveigné and H. Kawahara, "YIN, a fundamental frequency
 * estimator for speech and music", J. Acoust. Soc. Am. 111, 2002), steps 1 to 5.
 */
export class PitchMeter {
  private readonly resampler: Resampler;
  private kept: Float32Array = new Float32Array(NEEDED / 2);
  private readonly pitches: number[] = [];

  /** @param sampleRate samples a second of what will be pushed */
  constructor(sampleRate: number) {
    this.resampler = new Resampler(sampleRate, RATE);
  }

  /** Takes the next mono samples, -1 to 1. */
  push(mono: Float32Array): void {
    this.take(this.resampler.push(mono));
  }

  /** Pitches in Hz; 0 where there is none. Value i is that of the time (i + 0.5) / rate. */
  finish(): Signal {
    this.take(this.resampler.finish());
    this.take(new Float32Array(NEEDED / 2));
    return { rate: PITCH_RATE, values: this.pitches };
  }

  private take(samples: Float32Array): void {
    const all = new Float32Array(this.kept.length + samples.length);
    all.set(this.kept);
    all.set(samples, this.kept.length);
    let at = 0;
    for (; at + NEEDED <= all.length; at += HOP) {
      this.pitches.push(pitchOf(all.subarray(at, at + NEEDED)));
    }
    this.kept = all.slice(at);
  }
}

function pitchOf(samples: Float32Array): number {
  const { length } = samples;
  let energy = 0;
  for (let at = 0; at < length; at++) energy += samples[at]! * samples[at]!;
  if (energy / length < SILENT) return 0;
  const differences = normalisedDifferences(samples);
  for (let lag = SHORTEST_LAG; lag < LONGEST_LAG; lag++) {
    if (differences[lag]! >= THRESHOLD) continue;
    while (lag + 1 < LONGEST_LAG && differences[lag + 1]! < differences[lag]!) lag++;
    return Math.fround(RATE / lowestBetween(differences, lag));
  }
  return 0;
}

/** Long enough for a window and all of its lags. */
const FFT_SIZE = 512;
const fft = new FFT(FFT_SIZE);
/** Complex numbers, real and imaginary parts in turn. */
const [samplesIn, transformed, product, correlation] = [0, 1, 2, 3].map(() =>
  fft.createComplexArray(),
);

/** The cumulative mean normalised difference function, eq. 8; its correlation by Fourier transforms. */
function normalisedDifferences(samples: Float32Array): Float64Array {
  const differences = new Float64Array(LONGEST_LAG + 1);
  correlate(samples);
  let later = 0;
  for (let at = 0; at < WINDOW; at++) later += samples[at]! * samples[at]!;
  const here = later;
  differences[0] = 1;
  let sum = 0;
  for (let lag = 1; lag <= LONGEST_LAG; lag++) {
    const [leaves, comes] = [samples[lag - 1]!, samples[lag + WINDOW - 1]!];
    later += comes * comes - leaves * leaves;
    const difference = Math.max(0, here + later - 2 * correlation![2 * lag]!);
    sum += difference;
    differences[lag] = sum === 0 ? 1 : (difference * lag) / sum;
  }
  return differences;
}

/**
 * How alike the window and the samples a lag later are, for every lag. Both are real, so that one transform does for
 * both: the window as real parts, all samples as imaginary ones.
 */
function correlate(samples: Float32Array): void {
  for (let at = 0; at < FFT_SIZE; at++) {
    samplesIn![2 * at] = at < WINDOW ? samples[at]! : 0;
    samplesIn![2 * at + 1] = at < NEEDED ? samples[at]! : 0;
  }
  fft.transform(transformed!, samplesIn!);
  const spectra = transformed!;
  const crossed = product!;
  for (let at = 0; at <= FFT_SIZE / 2; at++) {
    const [here, back] = [2 * at, 2 * ((FFT_SIZE - at) % FFT_SIZE)];
    // The two spectra, and one by the other conjugated; of real samples the upper half mirrors the lower.
    const re = (spectra[here]! + spectra[back]!) / 2;
    const im = (spectra[here + 1]! - spectra[back + 1]!) / 2;
    const allRe = (spectra[here + 1]! + spectra[back + 1]!) / 2;
    const allIm = (spectra[back]! - spectra[here]!) / 2;
    crossed[back] = crossed[here] = re * allRe + im * allIm;
    crossed[here + 1] = re * allIm - im * allRe;
    if (back !== here) crossed[back + 1] = -crossed[here + 1]!;
  }
  fft.inverseTransform(correlation!, product!);
}

/** Where a parabola through a dip and its neighbours is lowest. */
function lowestBetween(values: Float64Array, at: number): number {
  const [before, here, after] = [values[at - 1]!, values[at]!, values[at + 1]!];
  const bend = before - 2 * here + after;
  return bend === 0 ? at : at + (before - after) / (2 * bend);
}
