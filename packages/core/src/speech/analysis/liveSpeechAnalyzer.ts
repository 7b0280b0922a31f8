import { FRAME_RATE, HEARING_RATE, MelAnalyser, type MelFrames } from '../../audio/melBands';
import { Resampler } from '../../audio/resample';
import { PhoneDecoder, type DecodingWeights } from '../decoding/phoneDecoder';
import { QUIETEST_SPEECH_DB, RunningChannel, writeInputs } from '../model/inputs';
import { Network } from '../model/network';
import { PHONE_COUNT, phoneIndex, phoneName, SILENT_PHONE, visemeOf } from '../model/phones';
import { toLogProbabilities } from '../model/softmax';
import { FRAME_INPUTS, type SoundModel } from '../model/soundModel';
import type { Viseme } from '../visemes';
import type { Sound } from '../voiceTrack';
import { silence } from './phonePosteriors';
import { calibrated } from './sounds';

/** Chosen on the development recordings, see docs/DECISIONS.md. */
export const LIVE_DECODING: DecodingWeights = {
  prior: 0.3,
  sequence: 0.4,
  change: -0.4,
  context: 1,
};
/** Frames by which a decision waits for what follows, against flicker. */
const DECISION_LAG = 1;
const BREATH = phoneIndex('hh');
/** Longest block that is worked at once, frames. */
const LONGEST_BLOCK = 100;

/** What the voice was doing in one frame of 10 ms. */
export interface LiveFrame {
  /** Position in the recording; the frame is centred on (index + 0.5) / 100 s. */
  readonly index: number;
  readonly phone: number;
  /** Of the phone; null for h, which takes the mouth of what follows. */
  readonly viseme: Viseme | null;
  /** dBFS. */
  readonly level: number;
  /** How likely the phone is by the network alone, 0 to 1. */
  readonly share: number;
}

/**
 * Hears a voice while it is being spoken. A frame is told at most 100 ms after its sound: 10 ms of block,
 * 12.5 ms of window, two steps of 20 ms that the network looks ahead, and a short wait for the decision.
 */
export class LiveSpeechAnalyzer {
  private readonly resampler: Resampler;
  private readonly analyser = new MelAnalyser();
  private readonly channel: RunningChannel;
  private readonly network: Network;
  private readonly decoder: PhoneDecoder;
  private readonly levels: number[] = [];
  /** Log-probabilities of the frames that are not decided yet. */
  private readonly undecided: Float32Array[] = [];
  private told = 0;

  constructor(model: SoundModel, sampleRate: number) {
    this.resampler = new Resampler(sampleRate, HEARING_RATE);
    this.channel = new RunningChannel(model.channelShape);
    this.network = new Network(model.live, LONGEST_BLOCK);
    this.decoder = new PhoneDecoder(model, LIVE_DECODING);
  }

  /** Takes the next mono samples and gives the frames that they decide. */
  push(mono: Float32Array): LiveFrame[] {
    return this.hear(this.analyser.push(this.resampler.push(mono)));
  }

  /** The frames that were still undecided. */
  finish(): LiveFrame[] {
    const frames = this.push(this.resampler.finish());
    frames.push(...this.hear(this.analyser.finish()));
    frames.push(...this.decide(toLogProbabilities(this.network.finish())));
    while (this.undecided.length > 0) {
      frames.push(this.tell(this.decoder.lately(this.undecided.length - 1)));
    }
    return frames;
  }

  /** Seconds between a sound and the moment at which its frame can be told, the block's own length apart. */
  static readonly DELAY = (6 + DECISION_LAG) / FRAME_RATE + 0.0125;

  private hear(mel: MelFrames): LiveFrame[] {
    const frames: LiveFrame[] = [];
    for (let from = 0; from < mel.levels.length; from += LONGEST_BLOCK) {
      const count = Math.min(LONGEST_BLOCK, mel.levels.length - from);
      const inputs = new Float32Array(count * FRAME_INPUTS);
      for (let at = 0; at < count; at++) {
        this.channel.hear(mel, from + at);
        writeInputs(mel, from + at, this.channel.mean, inputs, at);
        this.levels.push(mel.levels[from + at]!);
      }
      frames.push(...this.decide(toLogProbabilities(this.network.push(inputs))));
    }
    return frames;
  }

  private decide(logProbabilities: Float32Array): LiveFrame[] {
    const frames: LiveFrame[] = [];
    for (let from = 0; from < logProbabilities.length; from += PHONE_COUNT) {
      const level = this.levels[this.undecided.length];
      if (level === undefined) break;
      const frame = logProbabilities.slice(from, from + PHONE_COUNT);
      if (level < QUIETEST_SPEECH_DB) silence(frame, 0);
      this.decoder.push(frame);
      this.undecided.push(frame);
      if (this.undecided.length > DECISION_LAG)
        frames.push(this.tell(this.decoder.lately(DECISION_LAG)));
    }
    return frames;
  }

  private tell(phone: number): LiveFrame {
    const logProbabilities = this.undecided.shift()!;
    this.decoder.settle(this.undecided.length);
    return {
      index: this.told++,
      phone,
      viseme: phone === BREATH ? null : visemeOf(phone, undefined),
      level: this.levels.shift()!,
      share: Math.exp(logProbabilities[phone] ?? logProbabilities[SILENT_PHONE]!),
    };
  }
}

/** Live frames as the sounds of a track; h takes the mouth of what followed. */
export function liveSounds(
  frames: readonly LiveFrame[],
  model: SoundModel,
  duration: number,
): Sound[] {
  const runs: { phone: number; end: number; share: number; frames: number }[] = [];
  for (const { index, phone, share } of frames) {
    const last = runs.at(-1);
    if (last?.phone === phone) {
      last.end = index + 1;
      last.share += share;
      last.frames++;
    } else {
      runs.push({ phone, end: index + 1, share, frames: 1 });
    }
  }
  return runs.map(({ phone, end, share, frames: count }, at) => ({
    start: at === 0 ? 0 : runs[at - 1]!.end / FRAME_RATE,
    end: at === runs.length - 1 ? duration : end / FRAME_RATE,
    viseme: visemeOf(phone, runs[at + 1]?.phone),
    phone: phone === SILENT_PHONE ? null : phoneName(phone),
    word: null,
    confidence: calibrated(share / count, model.calibrations.live),
  }));
}
