import FFT from 'fft.js';
import { withRoom } from '../numbers';

/** Samples a second at which voices are heard. */
export const HEARING_RATE = 16_000;
/** Frames a second; frame i is centred on (i + 0.5) / 100 s. */
export const FRAME_RATE = 100;
export const MEL_BANDS = 40;
/** The quietest band level told apart, dBFS. */
export const QUIETEST_BAND_DB = -100;

const HOP = HEARING_RATE / FRAME_RATE;
const WINDOW = 400;
const FFT_SIZE = 512;
const LOWEST_HZ = 60;
const HIGHEST_HZ = 7600;
const FLOOR_POWER = 10 ** (QUIETEST_BAND_DB / 10);
/** How far before a frame's start its window begins, samples. */
const LEAD = (WINDOW - HOP) / 2;

/** Mel bands of a stretch of frames: `bands` [frames * 40] and `levels` [frames], dBFS. */
export interface MelFrames {
  readonly bands: Float32Array;
  readonly levels: Float32Array;
}

/**
 * Log-mel bands of a voice as it streams in: 25 ms Hann windows every 10 ms, 40 triangles from 60 to
 * 7600 Hz on O'Shaughnessy's mel scale, in dB relative to a full-scale sine.
 */
export class MelAnalyser {
  private readonly fft = new FFT(FFT_SIZE);
  private readonly windowed = new Array<number>(FFT_SIZE).fill(0);
  private readonly spectrum = this.fft.createComplexArray() as number[];
  private readonly power = new Float64Array(FFT_SIZE / 2 + 1);
  /** Samples not yet used up; the first window begins before the recording. */
  private held: Float32Array = new Float32Array(WINDOW * 8);
  private heldLength = LEAD;
  private arrived = 0;
  private framesGiven = 0;

  /** Takes the next mono samples at 16 kHz and gives the frames whose windows they complete. */
  push(mono: Float32Array): MelFrames {
    this.arrived += mono.length;
    this.hold(mono);
    return this.analyse(Math.max(0, Math.floor((this.heldLength - WINDOW) / HOP) + 1));
  }

  /** The last frames, as if silence followed: one for each 10 ms begun. */
  finish(): MelFrames {
    const due = Math.ceil(this.arrived / HOP) - this.framesGiven;
    this.hold(new Float32Array(WINDOW));
    return this.analyse(Math.max(0, due));
  }

  private analyse(frames: number): MelFrames {
    const bands = new Float32Array(frames * MEL_BANDS);
    const levels = new Float32Array(frames);
    for (let frame = 0; frame < frames; frame++) this.analyseFrame(frame, bands, levels);
    this.held.copyWithin(0, frames * HOP, this.heldLength);
    this.heldLength -= frames * HOP;
    this.framesGiven += frames;
    return { bands, levels };
  }

  private analyseFrame(frame: number, bands: Float32Array, levels: Float32Array): void {
    const { held, windowed, spectrum, power } = this;
    const start = frame * HOP;
    for (let at = 0; at < WINDOW; at++) windowed[at] = held[start + at]! * HANN[at]!;
    this.fft.realTransform(spectrum, windowed);
    for (let bin = 0; bin < power.length; bin++) {
      power[bin] = (spectrum[2 * bin]! ** 2 + spectrum[2 * bin + 1]! ** 2) * POWER_SCALE;
    }
    let total = 0;
    for (let band = 0; band < MEL_BANDS; band++) {
      const { first, weights } = TRIANGLES[band]!;
      let sum = 0;
      for (let at = 0; at < weights.length; at++) sum += power[first + at]! * weights[at]!;
      total += sum;
      bands[frame * MEL_BANDS + band] = 10 * Math.log10(sum + FLOOR_POWER);
    }
    levels[frame] = 10 * Math.log10(total + FLOOR_POWER);
  }

  private hold(samples: Float32Array): void {
    const length = this.heldLength + samples.length;
    this.held = withRoom(this.held, this.heldLength, length);
    this.held.set(samples, this.heldLength);
    this.heldLength = length;
  }
}

const HANN = Float64Array.from(
  { length: WINDOW },
  (_, at) => 0.5 - 0.5 * Math.cos((2 * Math.PI * at) / WINDOW),
);
/** A full-scale sine has a power of about 1. */
const POWER_SCALE = (2 / HANN.reduce((sum, weight) => sum + weight, 0)) ** 2;

/** Where a mel band's triangle begins and ends at half its height, Hz. */
export function bandEdges(band: number): { low: number; high: number } {
  return { low: bandEdge(band + 0.5), high: bandEdge(band + 1.5) };
}

interface Triangle {
  /** The first bin with a weight. */
  readonly first: number;
  readonly weights: Float64Array;
}

const TRIANGLES: readonly Triangle[] = triangles();

function triangles(): Triangle[] {
  return Array.from({ length: MEL_BANDS }, (_, band) =>
    triangle(bandEdge(band), bandEdge(band + 1), bandEdge(band + 2)),
  );
}

/** The frequency at a position between the lowest (0) and the highest edge (41), evenly spaced in mel. */
function bandEdge(position: number): number {
  const lowest = mel(LOWEST_HZ);
  return hertz(lowest + (position * (mel(HIGHEST_HZ) - lowest)) / (MEL_BANDS + 1));
}

function triangle(low: number, centre: number, high: number): Triangle {
  const binWidth = HEARING_RATE / FFT_SIZE;
  const first = Math.ceil(low / binWidth);
  const last = Math.floor(high / binWidth);
  const weights = Float64Array.from({ length: last - first + 1 }, (_, at) => {
    const frequency = (first + at) * binWidth;
    const rising = (frequency - low) / (centre - low);
    const falling = (high - frequency) / (high - centre);
    return Math.max(0, Math.min(rising, falling));
  });
  return { first, weights };
}

/** O'Shaughnessy's mel scale (Speech Communication, 1987). */
function mel(frequency: number): number {
  return 2595 * Math.log10(1 + frequency / 700);
}

function hertz(mels: number): number {
  return 700 * (10 ** (mels / 2595) - 1);
}
