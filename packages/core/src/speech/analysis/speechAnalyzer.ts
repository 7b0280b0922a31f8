import { LoudnessMeter } from '../../audio/loudness';
import { heardChannel, splitChannels, type PcmBlock, type VoiceChannel } from '../../audio/samples';
import { FRAME_RATE, HEARING_RATE, MelAnalyser, type MelFrames } from '../../audio/melBands';
import { PitchMeter } from '../../audio/pitch';
import { Resampler } from '../../audio/resample';
import { SpectrumMeter } from '../../audio/spectrum';
import { ClippingMeter, measureQuality } from '../../audio/voiceQuality';
import { Problem } from '../../problem';
import { Aligner } from '../alignment/align';
import type { Alignment, ScriptToFind } from '../alignment/alignment';
import type { ScriptDeviations } from '../scriptDeviations';
import { isOfSomethingElse } from '../alignment/likeness';
import { PhoneDecoder, type DecodingWeights, type PhoneSpan } from '../decoding/phoneDecoder';
import { PHONE_COUNT, SILENT_PHONE } from '../model/phones';
import type { SoundModel } from '../model/soundModel';
import { SILENCE } from '../visemes';
import { TRACK_VERSION, type Sound, type VoiceTrack } from '../voiceTrack';
import { PhonePosteriors, type PosteriorFrames } from './phonePosteriors';
import { soundsOf, VisemeShares } from './sounds';

/** Chosen on the development recordings, see docs/DECISIONS.md. */
export const DECODING: DecodingWeights = { prior: 0.2, sequence: 0.8, change: -0.4, context: 4 };

/** Frames after which what was heard doesn't change any more. */
const LAG = 150;
/**
 * Hears a recording as it streams in. Without a script the sounds are final as they come; with one they
 * are a first guess until the end.
 */
export class SpeechAnalyzer {
  private readonly resampler: Resampler;
  private readonly analyser = new MelAnalyser();
  private readonly listener: PhonePosteriors;
  private readonly decoder: PhoneDecoder;
  private readonly aligner: Aligner | null;
  private readonly loudness: LoudnessMeter;
  /** Of the left and the right channel; empty until there are two. */
  private sides: LoudnessMeter[] = [];
  private readonly spectrum = new SpectrumMeter();
  private readonly pitch: PitchMeter;
  private readonly clipping: ClippingMeter;
  private readonly shares = new VisemeShares();
  private readonly spans: PhoneSpan[] = [];
  private samples = 0;

  /**
   * @param sampleRate samples a second of what will be pushed
   * @param script what to look for; null to hear without
   * @param excerpt whether the recording is only a stretch from anywhere in the script
   */
  constructor(
    private readonly model: SoundModel,
    private readonly sampleRate: number,
    private readonly script: ScriptToFind | null,
    excerpt = false,
  ) {
    this.resampler = new Resampler(sampleRate, HEARING_RATE);
    this.listener = new PhonePosteriors(model);
    this.decoder = new PhoneDecoder(model, DECODING);
    this.aligner = script && script.words.length > 0 ? new Aligner(model, script, excerpt) : null;
    this.loudness = new LoudnessMeter(sampleRate);
    this.pitch = new PitchMeter(sampleRate);
    this.clipping = new ClippingMeter(sampleRate);
  }

  /** Takes the next block of a recording. @param channel which of its channels is heard */
  pushBlock(block: PcmBlock, channel: VoiceChannel): void {
    if (block.channels === 2) {
      if (this.sides.length === 0) {
        this.sides = [0, 1].map(() => new LoudnessMeter(this.sampleRate));
      }
      splitChannels(block).forEach((samples, side) => this.sides[side]!.push(samples));
    }
    this.push(heardChannel(block, channel));
  }

  /** Takes the next mono samples, -1 to 1. */
  push(mono: Float32Array): void {
    this.samples += mono.length;
    this.loudness.push(mono);
    this.pitch.push(mono);
    this.clipping.push(mono);
    this.hear(this.analyser.push(this.resampler.push(mono)));
    this.add(this.decoder.settle(LAG));
  }

  /** The sounds so far, in order, without regard to the script; they reach not quite to what was pushed. */
  soundsSoFar(): Sound[] {
    const end = this.spans.at(-1)?.end ?? 0;
    return end === 0 ? [] : this.freeSounds(end / FRAME_RATE);
  }

  /** @throws Problem where speech was heard, but nearly none of it is in the script */
  finish(): VoiceTrack {
    this.hear(this.analyser.push(this.resampler.finish()));
    this.hear(this.analyser.finish());
    this.take(this.listener.finish());
    this.add(this.decoder.settle(0));
    const duration = this.samples / this.sampleRate;
    const alignment = this.aligner?.finish(this.spans) ?? null;
    if (alignment) this.refuseSomethingElse(alignment);
    const sounds = alignment
      ? soundsOf(alignment.phones, this.shares, this.model.calibrations.script, duration)
      : this.freeSounds(duration);
    const loudness = this.loudness.finish();
    const spectrum = this.spectrum.finish();
    const [left, right] = this.sides.map((side) => side.finish());
    return {
      version: TRACK_VERSION,
      duration,
      sounds,
      words: alignment
        ? alignment.words.map(({ text, ...span }) => ({ text, ...inSeconds(span) }))
        : [],
      deviations: alignment && departuresOf(alignment),
      loudness,
      sides: left && right ? { left, right } : null,
      spectrum,
      pitch: this.pitch.finish(),
      quality: measureQuality(loudness, spectrum, this.clipping.times.length, spokenIn(sounds)),
    };
  }

  /** @throws Problem where speech was heard, but nearly none of it is in the script */
  private refuseSomethingElse(alignment: Alignment): void {
    const speaks = this.spans.some(({ phone }) => phone !== SILENT_PHONE);
    if (!speaks || !isOfSomethingElse(alignment, this.script!.foreign)) return;
    throw new Problem(
      'script-mismatch',
      'The script doesn’t match this voice: hardly any of its words were heard. Check the script and its language, or fit the mouths to the voice alone.',
    );
  }

  private freeSounds(duration: number): Sound[] {
    const phones = this.spans.map((span) => ({ ...span, word: null }));
    return soundsOf(phones, this.shares, this.model.calibrations.voice, duration);
  }

  private hear(mel: MelFrames): void {
    this.spectrum.push(mel);
    this.take(this.listener.push(mel));
  }

  private take(answers: readonly PosteriorFrames[]): void {
    for (const { logProbabilities } of answers) {
      if (logProbabilities.length < PHONE_COUNT) continue;
      this.shares.push(logProbabilities);
      this.decoder.push(logProbabilities);
      this.aligner?.push(logProbabilities);
    }
  }

  /** Adds decided spans; one that goes on from the last is joined to it. */
  private add(spans: readonly PhoneSpan[]): void {
    for (const span of spans) {
      const last = this.spans.at(-1);
      if (last?.phone === span.phone)
        this.spans[this.spans.length - 1] = { ...last, end: span.end };
      else this.spans.push(span);
    }
  }
}

const inSeconds = ({ start, end }: { start: number; end: number }) => ({
  start: start / FRAME_RATE,
  end: end / FRAME_RATE,
});

function departuresOf({ skipped, repeated, added }: Alignment): ScriptDeviations {
  return { skipped, repeated, added: added.map(inSeconds) };
}

/** Whether somebody speaks at a time; times must be asked in any order. */
function spokenIn(sounds: readonly Sound[]): (time: number) => boolean {
  let at = 0;
  return (time) => {
    if (time < sounds[at]!.start) at = 0;
    while (at < sounds.length - 1 && sounds[at]!.end <= time) at++;
    return sounds[at]!.viseme !== SILENCE;
  };
}
