import { PHONE_COUNT } from '../model/phones';

/** Steps in a nat with which answers are kept: finer than any decision, in a quarter of the memory. */
const STEPS = 12;
const LEAST = 255 / STEPS;

/**
 * What the network heard in a whole recording: the log-probabilities of every phone in every frame, a byte each,
 * since an hour of them would fill the memory otherwise.
 */
export class FrameLog {
  private readonly pieces: { readonly from: number; readonly bytes: Uint8Array }[] = [];
  private count = 0;

  get frames(): number {
    return this.count;
  }

  /** @param logProbabilities natural logarithms [frames * 45] */
  push(logProbabilities: Float32Array): void {
    const bytes = new Uint8Array(logProbabilities.length);
    for (let at = 0; at < bytes.length; at++) {
      bytes[at] = Math.round(Math.min(LEAST, -logProbabilities[at]!) * STEPS);
    }
    this.pieces.push({ from: this.count, bytes });
    this.count += logProbabilities.length / PHONE_COUNT;
  }

  /** The log-probabilities from one frame up to, not including, another [frames * 45]. */
  between(start: number, end: number): Float32Array {
    const found = new Float32Array((end - start) * PHONE_COUNT);
    for (const { from, bytes } of this.pieces) {
      const length = bytes.length / PHONE_COUNT;
      const first = Math.max(start, from);
      const last = Math.min(end, from + length);
      for (let at = first * PHONE_COUNT; at < last * PHONE_COUNT; at++) {
        found[at - start * PHONE_COUNT] = -bytes[at - from * PHONE_COUNT]! / STEPS;
      }
    }
    return found;
  }
}
