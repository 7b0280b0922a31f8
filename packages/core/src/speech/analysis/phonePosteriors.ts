import { MEL_BANDS, type MelFrames } from '../../audio/melBands';
import { withRoom } from '../../numbers';
import { channelMean, EXPECTED_LEVEL_DB, QUIETEST_SPEECH_DB, writeInputs } from '../model/inputs';
import { NetworkPair } from '../model/networkPair';
import { PHONE_COUNT, SILENT_PHONE } from '../model/phones';
import { FRAME_INPUTS, type SoundModel } from '../model/soundModel';

/** Frames that are normalised and heard together, and how many on both sides help to know the channel. */
const BLOCK = 2000;
const SURROUND = 1000;
/** What a phone gets when the level alone rules it out: natural logarithm of a very small probability. */
const RULED_OUT = -20;

/** Phones' natural log-probabilities of a stretch of frames [frames * 45]. */
export interface PosteriorFrames {
  readonly frames: number;
  readonly logProbabilities: Float32Array;
}

/**
 * Tells, for every 10 ms of a recording, how likely each phone is. Works through the recording in blocks
 * of 20 s as it streams in; a block waits for the 10 s after it, which help to know the microphone.
 */
export class PhonePosteriors {
  private readonly network: NetworkPair;
  private bands: Float32Array = new Float32Array((BLOCK + 2 * SURROUND) * 2 * MEL_BANDS);
  private levels: Float32Array = new Float32Array((BLOCK + 2 * SURROUND) * 2);
  /** Frames held, and how many of them were given to the network already. */
  private held = 0;
  private heardFrames = 0;
  /** Levels of the frames whose answers the network still owes. */
  private owed: Float32Array[] = [];

  constructor(private readonly model: SoundModel) {
    this.network = new NetworkPair(model, BLOCK + SURROUND);
  }

  /** Takes the next frames. */
  push(mel: MelFrames): PosteriorFrames[] {
    this.keep(mel);
    const answers: PosteriorFrames[] = [];
    while (this.held - this.heardFrames >= BLOCK + SURROUND) answers.push(this.analyseBlock(BLOCK));
    return answers;
  }

  /** The answers for the rest. All answers together have one frame for each that came. */
  finish(): PosteriorFrames[] {
    const answers: PosteriorFrames[] = [];
    while (this.held > this.heardFrames) {
      answers.push(this.analyseBlock(Math.min(BLOCK, this.held - this.heardFrames)));
    }
    answers.push(this.gate(this.network.finish()));
    return answers;
  }

  private analyseBlock(frames: number): PosteriorFrames {
    const start = this.heardFrames;
    const all: MelFrames = { bands: this.bands, levels: this.levels };
    const from = Math.max(0, start - SURROUND);
    const to = Math.min(this.held, start + frames + SURROUND);
    const mean =
      channelMean(all, from, to) ?? this.model.channelShape.map((band) => band + EXPECTED_LEVEL_DB);
    const inputs = new Float32Array(frames * FRAME_INPUTS);
    for (let at = 0; at < frames; at++) writeInputs(all, start + at, mean, inputs, at);
    this.owed.push(this.levels.slice(start, start + frames));
    this.heardFrames += frames;
    this.forget();
    return this.gate(this.network.push(inputs));
  }

  /** Rules out speech where it is too quiet for any. */
  private gate(logProbabilities: Float32Array): PosteriorFrames {
    let frames = 0;
    while (frames * PHONE_COUNT < logProbabilities.length && this.owed.length > 0) {
      const levels = this.owed[0]!;
      const count = Math.min(levels.length, logProbabilities.length / PHONE_COUNT - frames);
      for (let at = 0; at < count; at++) {
        if (levels[at]! < QUIETEST_SPEECH_DB) silence(logProbabilities, frames + at);
      }
      frames += count;
      if (count === levels.length) this.owed.shift();
      else this.owed[0] = levels.subarray(count);
    }
    return { frames, logProbabilities: logProbabilities.subarray(0, frames * PHONE_COUNT) };
  }

  private keep({ bands, levels }: MelFrames): void {
    const length = this.held + levels.length;
    this.bands = withRoom(this.bands, this.held * MEL_BANDS, length * MEL_BANDS);
    this.levels = withRoom(this.levels, this.held, length);
    this.bands.set(bands, this.held * MEL_BANDS);
    this.levels.set(levels, this.held);
    this.held = length;
  }

  /** Drops the frames that no block to come will look back at. */
  private forget(): void {
    const drop = Math.max(0, this.heardFrames - SURROUND);
    this.bands.copyWithin(0, drop * MEL_BANDS, this.held * MEL_BANDS);
    this.levels.copyWithin(0, drop, this.held);
    this.held -= drop;
    this.heardFrames -= drop;
  }
}

export function silence(logProbabilities: Float32Array, frame: number): void {
  const from = frame * PHONE_COUNT;
  logProbabilities.fill(RULED_OUT, from, from + PHONE_COUNT);
  logProbabilities[from + SILENT_PHONE] = 0;
}
