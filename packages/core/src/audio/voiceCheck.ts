import type { Signal } from '../signals';
import { LoudnessMeter } from './loudness';
import { HEARING_RATE, MelAnalyser } from './melBands';
import { PitchMeter } from './pitch';
import { Resampler } from './resample';
import { secondVoice } from './secondVoice';
import { SpectrumMeter, type Spectrum } from './spectrum';
import {
  ClippingMeter,
  measureQuality,
  tonesInPauses,
  voiceFindings,
  type VoiceQuality,
} from './voiceQuality';

/** Where something may spoil a recording; seconds. */
export interface VoiceTrouble {
  readonly kind: 'clipping' | 'hum' | 'music' | 'second voice';
  readonly start: number;
  readonly end: number;
}

export interface CheckedVoice {
  readonly quality: VoiceQuality;
  /** In order of time. */
  readonly troubles: readonly VoiceTrouble[];
}

/** Troubles of one kind that are nearer to each other than this are one, seconds. */
const JOINED = { clipping: 0.5, hum: 3, music: 3, 'second voice': 0.5 } as const;
/** How long a moment in which samples are cut off is shown to be, seconds. */
const CLIPPED = 0.05;

/** Looks a recording over as it streams in, long before its sounds are known. */
export class VoiceCheck {
  private readonly loudness: LoudnessMeter;
  private readonly clipping: ClippingMeter;
  private readonly resampler: Resampler;
  private readonly analyser = new MelAnalyser();
  private readonly spectrum = new SpectrumMeter();
  private readonly pitch = new PitchMeter(HEARING_RATE);

  constructor(sampleRate: number) {
    this.loudness = new LoudnessMeter(sampleRate);
    this.clipping = new ClippingMeter(sampleRate);
    this.resampler = new Resampler(sampleRate, HEARING_RATE);
  }

  /** Takes the next mono samples, -1 to 1. */
  push(mono: Float32Array): void {
    this.loudness.push(mono);
    this.clipping.push(mono);
    const samples = this.resampler.push(mono);
    this.pitch.push(samples);
    this.spectrum.push(this.analyser.push(samples));
  }

  finish(): CheckedVoice {
    const rest = this.resampler.finish();
    this.pitch.push(rest);
    this.spectrum.push(this.analyser.push(rest));
    this.spectrum.push(this.analyser.finish());
    const loudness = this.loudness.finish();
    const spectrum = this.spectrum.finish();
    const isSpoken = louderThanPauses(loudness);
    const { times } = this.clipping;
    const quality = measureQuality(loudness, spectrum, times.length, isSpoken);
    const troubles = [
      ...joined(
        'clipping',
        times.map((start) => ({ start, end: start + CLIPPED })),
      ),
      ...tonesUnder(quality, spectrum, isSpoken),
      ...joined('second voice', secondVoice(this.pitch.finish(), spectrum, isSpoken)),
    ];
    return { quality, troubles: troubles.sort((a, b) => a.start - b.start) };
  }
}

/** Where hum or music is heard in the pauses, where that is much of it. */
function tonesUnder(
  quality: VoiceQuality,
  spectrum: Spectrum,
  isSpoken: (time: number) => boolean,
): VoiceTrouble[] {
  const found = voiceFindings(quality).find(({ kind }) => kind === 'hum' || kind === 'music');
  if (!found) return [];
  const tones = tonesInPauses(spectrum, isSpoken).filter(({ band }) => band !== null);
  return joined(found.kind as 'hum' | 'music', tones);
}

function joined(
  kind: VoiceTrouble['kind'],
  spans: readonly { readonly start: number; readonly end: number }[],
): VoiceTrouble[] {
  const troubles: VoiceTrouble[] = [];
  for (const { start, end } of spans) {
    const last = troubles.at(-1);
    if (last && start - last.end < JOINED[kind]) troubles[troubles.length - 1] = { ...last, end };
    else troubles.push({ kind, start, end });
  }
  return troubles;
}

/** Speech lies this share of the way from the quietest to the loudest, in dB. */
const SPEECH_FROM = 0.45;
/** Where the loudest stands out by less, nothing can be told apart and all counts as speech, dB. */
const LEAST_RANGE = 6;

/** Whether somebody speaks at a time, as far as loudness alone can tell. */
function louderThanPauses({ rate, values }: Signal): (time: number) => boolean {
  const sorted = Float64Array.from(values).sort();
  const at = (share: number) => sorted[Math.floor(share * (sorted.length - 1))] ?? 0;
  const [quiet, loud] = [at(0.1), at(0.95)];
  const threshold = loud - quiet < LEAST_RANGE ? -Infinity : quiet + SPEECH_FROM * (loud - quiet);
  return (time) => {
    const level = values[Math.min(values.length - 1, Math.floor(time * rate))];
    return level !== undefined && level > -60 && level >= threshold;
  };
}
