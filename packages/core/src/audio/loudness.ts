import type { Signal } from '../signals';
import { withRoom } from '../numbers';

/** Loudness values a second. */
export const LOUDNESS_RATE = 100;
/** The lowest loudness reported, in dBFS; digital silence. */
export const SILENCE_DB = -100;

const WINDOW_SECONDS = 0.025;
const RUMBLE_CUTOFF_HZ = 80;
/** Samples nearer to zero than this count as zero: -200 dBFS. */
const INAUDIBLE = 1e-10;

/**
 * Measures the short-time level of a voice as it streams in: RMS over 25 ms windows every 10 ms,
 * in dB relative to full scale, after a one-pole high-pass that keeps rumble and a constant offset
 * from counting as voice. Memory is one value for each 10 ms.
 */
export class LoudnessMeter {
  private readonly decibels: number[] = [];
  private readonly windowLength: number;
  private readonly pole: number;
  /**
   * The energy of all filtered samples before a position, for the positions that windows still need.
   * A window's energy is then one difference. Summed in the same order however the voice is cut.
   */
  private energy: Float64Array;
  private energyLength = 1;
  /** Position of energy[0] in the whole recording, in samples. */
  private energyStart = 0;
  private previousIn = 0;
  private previousOut = 0;

  constructor(private readonly sampleRate: number) {
    this.windowLength = Math.max(1, Math.round(WINDOW_SECONDS * sampleRate));
    this.pole = Math.exp((-2 * Math.PI * RUMBLE_CUTOFF_HZ) / sampleRate);
    this.energy = new Float64Array(this.windowLength * 4);
  }

  /** Takes the next mono samples, -1 to 1. */
  push(mono: Float32Array): void {
    const room = this.energyLength + mono.length;
    this.energy = withRoom(this.energy, this.energyLength, room);
    // Everything the loop touches is local: an hour has 173 million samples.
    const { energy, pole } = this;
    let { previousIn, previousOut, energyLength } = this;
    let sum = energy[energyLength - 1]!;
    for (let at = 0; at < mono.length; at++) {
      const sample = mono[at]!;
      const out = pole * (previousOut + sample - previousIn);
      previousIn = sample;
      // Digital silence would otherwise fade through numbers so small that processors crawl.
      previousOut = out < INAUDIBLE && out > -INAUDIBLE ? 0 : out;
      sum += previousOut * previousOut;
      energy[energyLength++] = sum;
    }
    this.previousIn = previousIn;
    this.previousOut = previousOut;
    this.energyLength = energyLength;
    const { pushed } = this;
    this.measureWhile((windowEnd) => windowEnd <= pushed);
    this.dropMeasured();
  }

  /** The loudness of everything pushed: `rate` values a second, value i at the middle of its 10 ms. */
  finish(): Signal {
    const { pushed } = this;
    this.measureWhile(() => this.centreOf(this.decibels.length) < pushed);
    return { rate: LOUDNESS_RATE, values: this.decibels };
  }

  /** How many samples have come. */
  private get pushed(): number {
    return this.energyStart + this.energyLength - 1;
  }

  private centreOf(index: number): number {
    return Math.round(((index + 0.5) * this.sampleRate) / LOUDNESS_RATE);
  }

  private measureWhile(ready: (windowEnd: number) => boolean): void {
    for (;;) {
      const centre = this.centreOf(this.decibels.length);
      const end = centre + (this.windowLength >> 1);
      if (!ready(end)) return;
      this.decibels.push(this.levelBetween(end - this.windowLength, end));
    }
  }

  private levelBetween(from: number, to: number): number {
    const first = Math.max(0, from - this.energyStart);
    const last = Math.min(this.energyLength - 1, to - this.energyStart);
    const power = (this.energy[last]! - this.energy[first]!) / Math.max(1, last - first);
    const level = power > 0 ? 10 * Math.log10(power) : SILENCE_DB;
    return Math.round(Math.max(SILENCE_DB, level) * 10) / 10;
  }

  private dropMeasured(): void {
    const nextStart =
      this.centreOf(this.decibels.length) + (this.windowLength >> 1) - this.windowLength;
    const drop = Math.min(this.energyLength - 1, Math.max(0, nextStart - this.energyStart));
    this.energy.copyWithin(0, drop, this.energyLength);
    this.energyStart += drop;
    this.energyLength -= drop;
  }
}
