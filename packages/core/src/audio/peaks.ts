import type { PcmBlock } from './samples';

/** Pairs of lowest and highest sample a second, in a voice's stored peaks. */
export const PEAK_RATE = 400;

/**
 * Reduces a voice to what a waveform shows as it streams in: for each 1/400 s the lowest and the
 * highest sample of all channels, as signed bytes (-128 to 127 for -1 to 1).
 */
export class PeakMeter {
  private readonly bytes: number[] = [];
  private low = 0;
  private high = 0;
  private frames = 0;

  constructor(private readonly sampleRate: number) {}

  push({ channels, samples }: PcmBlock): void {
    for (let at = 0; at < samples.length; at += channels) {
      for (let channel = 0; channel < channels; channel++) {
        const sample = samples[at + channel]!;
        if (sample < this.low) this.low = sample;
        if (sample > this.high) this.high = sample;
      }
      this.frames++;
      if (this.frames * PEAK_RATE >= (this.bytes.length / 2 + 1) * this.sampleRate) this.close();
    }
  }

  /** Interleaved lowest and highest bytes. */
  finish(): Int8Array {
    if (this.frames * PEAK_RATE > (this.bytes.length / 2) * this.sampleRate) this.close();
    return Int8Array.from(this.bytes);
  }

  private close(): void {
    this.bytes.push(this.low >> 8, this.high >> 8);
    this.low = 0;
    this.high = 0;
  }
}

/** Stored peaks with coarser levels above them, so that an hour draws as fast as a second. */
export class PeakPyramid {
  private readonly levels: Int8Array[];

  constructor(peaks: Int8Array) {
    this.levels = [peaks];
    for (let level = peaks; level.length > 8;) {
      level = halve(level);
      this.levels.push(level);
    }
  }

  /** The lowest and highest sample, -1 to 1, between two times in seconds. */
  between(start: number, end: number): { low: number; high: number } {
    const span = Math.max(1, (end - start) * PEAK_RATE);
    const depth = Math.min(this.levels.length - 1, Math.floor(Math.log2(span)));
    const level = this.levels[depth]!;
    const rate = PEAK_RATE / 2 ** depth;
    const first = Math.max(0, Math.floor(start * rate));
    const last = Math.min(level.length / 2, Math.max(first + 1, Math.ceil(end * rate)));
    let low = 0;
    let high = 0;
    for (let pair = first; pair < last; pair++) {
      low = Math.min(low, level[2 * pair]!);
      high = Math.max(high, level[2 * pair + 1]!);
    }
    return { low: low / 128, high: high / 128 };
  }
}

function halve(peaks: Int8Array): Int8Array {
  const pairs = Math.ceil(peaks.length / 4);
  const halved = new Int8Array(pairs * 2);
  for (let pair = 0; pair < pairs; pair++) {
    const at = 4 * pair;
    halved[2 * pair] = Math.min(peaks[at]!, peaks[at + 2] ?? 0);
    halved[2 * pair + 1] = Math.max(peaks[at + 1]!, peaks[at + 3] ?? 0);
  }
  return halved;
}
