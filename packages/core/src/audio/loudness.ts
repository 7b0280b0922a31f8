import type { Signal } from '../motion/signal';

/** Loudness values a second. */
export const LOUDNESS_RATE = 100;
/** The lowest loudness reported, in dBFS; digital silence. */
export const SILENCE_DB = -100;

const WINDOW_SECONDS = 0.025;
const RUMBLE_CUTOFF_HZ = 80;

/**
 * Measures the short-time level of a voice as it streams in: RMS over 25 ms windows every 10 ms,
 * in dB relative to full scale, after a one-pole high-pass that keeps rumble and a constant offset
 * from counting as voice. Memory is one value for each 10 ms.
 */
export class LoudnessMeter {
  private readonly decibels: number[] = [];
  private readonly windowLength: number;
  private readonly pole: number;
  /** Filtered samples not yet behind every window that needs them. */
  private pending: Float32Array;
  private pendingLength = 0;
  /** Position of pending[0] in the whole recording, in samples. */
  private pendingStart = 0;
  private previousIn = 0;
  private previousOut = 0;

  constructor(private readonly sampleRate: number) {
    this.windowLength = Math.max(1, Math.round(WINDOW_SECONDS * sampleRate));
    this.pole = Math.exp((-2 * Math.PI * RUMBLE_CUTOFF_HZ) / sampleRate);
    this.pending = new Float32Array(this.windowLength * 4);
  }

  /** Takes the next mono samples, -1 to 1. */
  push(mono: Float32Array): void {
    this.reserve(this.pendingLength + mono.length);
    // Everything the loop touches is local: an hour has 173 million samples.
    const { pending, pole } = this;
    let { previousIn, previousOut, pendingLength } = this;
    for (let at = 0; at < mono.length; at++) {
      const sample = mono[at]!;
      previousOut = pole * (previousOut + sample - previousIn);
      previousIn = sample;
      pending[pendingLength++] = previousOut;
    }
    this.previousIn = previousIn;
    this.previousOut = previousOut;
    this.pendingLength = pendingLength;
    this.measureWhile((windowEnd) => windowEnd <= this.pendingStart + this.pendingLength);
    this.dropMeasured();
  }

  /** The loudness of everything pushed: `rate` values a second, value i at the middle of its 10 ms. */
  finish(): Signal {
    const total = this.pendingStart + this.pendingLength;
    this.measureWhile(() => this.centreOf(this.decibels.length) < total);
    return { rate: LOUDNESS_RATE, values: this.decibels };
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
    const first = Math.max(0, from - this.pendingStart);
    const last = Math.min(this.pendingLength, to - this.pendingStart);
    const { pending } = this;
    let energy = 0;
    for (let at = first; at < last; at++) energy += pending[at]! * pending[at]!;
    const power = energy / Math.max(1, last - first);
    const level = power > 0 ? 10 * Math.log10(power) : SILENCE_DB;
    return Math.round(Math.max(SILENCE_DB, level) * 10) / 10;
  }

  private dropMeasured(): void {
    const nextStart =
      this.centreOf(this.decibels.length) + (this.windowLength >> 1) - this.windowLength;
    const drop = Math.min(this.pendingLength, Math.max(0, nextStart - this.pendingStart));
    this.pending.copyWithin(0, drop, this.pendingLength);
    this.pendingStart += drop;
    this.pendingLength -= drop;
  }

  private reserve(length: number): void {
    if (length <= this.pending.length) return;
    const larger = new Float32Array(length * 2);
    larger.set(this.pending.subarray(0, this.pendingLength));
    this.pending = larger;
  }
}
