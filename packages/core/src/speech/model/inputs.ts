import { MEL_BANDS, type MelFrames } from '../../audio/melBands';
import { FRAME_INPUTS } from './soundModel';

/** Below the loud end of a voice by more than this, a frame says little about the channel, dB. */
export const LOUD_RANGE_DB = 20;
/** Whatever is quieter than this is no speech, dBFS. */
export const QUIETEST_SPEECH_DB = -70;
/** The level expected before anything is heard, dBFS. */
export const EXPECTED_LEVEL_DB = -26;

const LOUD_END = 0.95;
const FEWEST_AUDIBLE = 5;
const DEEPEST = -4;
const LEVEL_CENTRE_DB = -50;
const LEVEL_SPREAD_DB = 20;
const LEVEL_LIMIT = 2.5;

/**
 * Each band's mean over the speech-like frames: what the microphone, the room and the voice do to every
 * sound alike (cepstral mean normalisation, Atal 1974, done on bands and on speech only).
 *
 * @param from, to the frames to judge by
 * @returns dB [40]; null where nothing is loud enough
 */
export function channelMean(
  { bands, levels }: MelFrames,
  from: number,
  to: number,
): Float32Array | null {
  const audible = levels
    .slice(from, to)
    .filter((level) => level > QUIETEST_SPEECH_DB)
    .sort();
  if (audible.length < FEWEST_AUDIBLE) return null;
  const loudest = audible[Math.floor(LOUD_END * (audible.length - 1))]!;
  const threshold = Math.max(loudest - LOUD_RANGE_DB, QUIETEST_SPEECH_DB);
  const sums = new Float64Array(MEL_BANDS);
  let count = 0;
  for (let frame = from; frame < to; frame++) {
    if (levels[frame]! <= threshold) continue;
    count++;
    for (let band = 0; band < MEL_BANDS; band++) sums[band]! += bands[frame * MEL_BANDS + band]!;
  }
  return Float32Array.from(sums, (sum) => sum / count);
}

/** Writes what the network reads of one frame: bands about the channel's mean, and the absolute level. */
export function writeInputs(
  { bands, levels }: MelFrames,
  frame: number,
  mean: Float32Array,
  out: Float32Array,
  outFrame: number,
): void {
  const from = frame * MEL_BANDS;
  const to = outFrame * FRAME_INPUTS;
  for (let band = 0; band < MEL_BANDS; band++) {
    out[to + band] = Math.max(DEEPEST, (bands[from + band]! - mean[band]!) / 10);
  }
  const level = (levels[frame]! - LEVEL_CENTRE_DB) / LEVEL_SPREAD_DB;
  out[to + MEL_BANDS] = Math.min(LEVEL_LIMIT, Math.max(-LEVEL_LIMIT, level));
}

/**
 * The channel's mean as far as it is known while a voice is being heard. The spectrum's shape and its
 * level are followed apart: the level settles within words, the shape within sentences.
 */
export class RunningChannel {
  private static readonly SHAPE_PRIOR = 40;
  private static readonly SHAPE_MEMORY = 800;
  private static readonly LEVEL_PRIOR = 4;
  private static readonly LEVEL_MEMORY = 200;
  private static readonly PEAK_DECAY_DB = 0.03;

  readonly mean = new Float32Array(MEL_BANDS);
  private readonly shape: Float32Array;
  private level = EXPECTED_LEVEL_DB;
  private peak = EXPECTED_LEVEL_DB;
  private shapeWeight = RunningChannel.SHAPE_PRIOR;
  private levelWeight = RunningChannel.LEVEL_PRIOR;

  /** @param expected the shape before anything is heard, dB [40] */
  constructor(expected: Float32Array) {
    this.shape = expected.slice();
  }

  /** Takes the next frame; `mean` is then what holds for it. */
  hear({ bands, levels }: MelFrames, frame: number): void {
    const level = levels[frame]!;
    this.peak = Math.max(this.peak - RunningChannel.PEAK_DECAY_DB, level);
    if (level > Math.max(this.peak - LOUD_RANGE_DB, QUIETEST_SPEECH_DB)) {
      this.shapeWeight = Math.min(this.shapeWeight + 1, RunningChannel.SHAPE_MEMORY);
      this.levelWeight = Math.min(this.levelWeight + 1, RunningChannel.LEVEL_MEMORY);
      for (let band = 0; band < MEL_BANDS; band++) {
        const difference = bands[frame * MEL_BANDS + band]! - level - this.shape[band]!;
        this.shape[band]! += difference / this.shapeWeight;
      }
      this.level += (level - this.level) / this.levelWeight;
    }
    for (let band = 0; band < MEL_BANDS; band++) this.mean[band] = this.shape[band]! + this.level;
  }
}
