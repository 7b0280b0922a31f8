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

/** The cumulative mean normalised difference function, eq. 8. */
function normalisedDifferences(samples: Float32Array): Float64Array {
  const differences = new Float64Array(LONGEST_LAG + 1);
  differences[0] = 1;
  let sum = 0;
  for (let lag = 1; lag <= LONGEST_LAG; lag++) {
    let difference = 0;
    for (let at = 0; at < WINDOW; at++) {
      const apart = samples[at]! - samples[at + lag]!;
      difference += apart * apart;
    }
    sum += difference;
    differences[lag] = sum === 0 ? 1 : (difference * lag) / sum;
  }
  return differences;
}

/** Where a parabola through a dip and its neighbours is lowest. */
function lowestBetween(values: Float64Array, at: number): number {
  const [before, here, after] = [values[at - 1]!, values[at]!, values[at + 1]!];
  const bend = before - 2 * here + after;
  return bend === 0 ? at : at + (before - after) / (2 * bend);
}
