import { number, object, type Schema } from 'yup';
import type { Signal } from '../signals';
import { SPECTRUM_BANDS, SPECTRUM_EDGES, spectrumLevels, type Spectrum } from './spectrum';

/** What was measured of a recording, to judge how well a mouth can be fitted to it. */
export interface VoiceQuality {
  /** Share of the recording in which somebody speaks, 0 to 1. */
  readonly spoken: number;
  /** Mean level of speech, dBFS; null where nobody speaks. */
  readonly speechLevel: number | null;
  /** Level below which half of the pauses lie, dBFS; null where there is no pause. */
  readonly backgroundLevel: number | null;
  /** Share of the pauses that sound in pitches, 0 to 1: music, or hum. */
  readonly tonal: number;
  /** Of the pitches in the pauses, the share that is not always the same one: high for music, low for hum. */
  readonly tuneful: number;
  /** Moments a minute in which the recording is cut off at its loudest. */
  readonly clippedPerMinute: number;
  /** Seconds in which the end of speech fades by 60 dB; null where it never ends. */
  readonly decay: number | null;
  /** The highest frequency that the voice reaches, Hz. */
  readonly highest: number;
}

const nullable = () => number().defined().nullable();

export const qualitySchema = object({
  spoken: number().required().min(0).max(1),
  speechLevel: nullable(),
  backgroundLevel: nullable(),
  tonal: number().required().min(0).max(1),
  tuneful: number().required().min(0).max(1),
  clippedPerMinute: number().required().min(0),
  decay: nullable(),
  highest: number().required().min(0),
}) satisfies Schema<VoiceQuality>;

/** This near to the largest value that can be written, a sample counts as cut off. */
const FULL_SCALE = 0.985;
const CLIPPED_RUN = 3;
/** Clipped runs nearer to each other than this are one moment, seconds. */
const MOMENT = 0.05;

/** Notes the moments in which samples are cut off. */
export class ClippingMeter {
  private run = 0;
  private at = 0;
  /** When, seconds. */
  readonly times: number[] = [];

  constructor(private readonly sampleRate: number) {}

  push(mono: Float32Array): void {
    for (let index = 0; index < mono.length; index++) {
      const sample = mono[index]!;
      this.run = sample >= FULL_SCALE || sample <= -FULL_SCALE ? this.run + 1 : 0;
      if (this.run !== CLIPPED_RUN) continue;
      const time = (this.at + index) / this.sampleRate;
      if (time - (this.times.at(-1) ?? -Infinity) >= MOMENT) this.times.push(time);
    }
    this.at += mono.length;
  }
}

/**
 * @param loudness levels of the whole recording, dBFS
 * @param isSpoken whether somebody speaks at a time in seconds
 */
export function measureQuality(
  loudness: Signal,
  spectrum: Spectrum,
  clippedMoments: number,
  isSpoken: (time: number) => boolean,
): VoiceQuality {
  const { rate, values } = loudness;
  const speech: number[] = [];
  const background: number[] = [];
  values.forEach((level, index) => {
    (isSpoken((index + 0.5) / rate) ? speech : background).push(level);
  });
  return {
    spoken: values.length > 0 ? speech.length / values.length : 0,
    speechLevel: meanLevel(speech),
    backgroundLevel: medianLevel(background),
    ...pitchesInPauses(tonesInPauses(spectrum, isSpoken)),
    clippedPerMinute: values.length > 0 ? (clippedMoments * 60 * rate) / values.length : 0,
    decay: decayAfterSpeech(loudness, isSpoken),
    highest: highestFrequency(spectrum, isSpoken),
  };
}

/** The level of the mean power; null of nothing. */
function meanLevel(levels: readonly number[]): number | null {
  if (levels.length === 0) return null;
  const power = levels.reduce((sum, level) => sum + 10 ** (level / 10), 0) / levels.length;
  return Math.round(100 * Math.log10(power)) / 10;
}

/** Edges of words reach into the pauses, so the middle says more than the mean; null of nothing. */
function medianLevel(levels: readonly number[]): number | null {
  return levels.length === 0 ? null : [...levels].sort((a, b) => a - b)[levels.length >> 1]!;
}

/** Moments of a spectrum that are judged together. */
const GROUP = 5;
/** A band this much above those around it is a pitch, dB. */
const PROMINENT = 12;
const FAINT = -70;

/** A moment in which nobody speaks. */
export interface PauseTone {
  /** Seconds. */
  readonly start: number;
  readonly end: number;
  /** The band of the spectrum in which a pitch sounds; null where none does. */
  readonly band: number | null;
}

/** What sounds in the pauses of a voice, moment by moment. */
export function tonesInPauses(
  spectrum: Spectrum,
  isSpoken: (time: number) => boolean,
): PauseTone[] {
  const levels = spectrumLevels(spectrum);
  const groups = Math.floor(levels.length / SPECTRUM_BANDS / GROUP);
  const length = GROUP / spectrum.rate;
  const tones: PauseTone[] = [];
  for (let group = 0; group < groups; group++) {
    if (isSpoken((group + 0.5) * length)) continue;
    const mean = meanBands(levels, group * GROUP, (group + 1) * GROUP);
    tones.push({ start: group * length, end: (group + 1) * length, band: prominentBand(mean) });
  }
  return tones;
}

function pitchesInPauses(tones: readonly PauseTone[]) {
  const bands = new Map<number, number>();
  const sounding = tones.flatMap(({ band }) => band ?? []);
  for (const band of sounding) bands.set(band, (bands.get(band) ?? 0) + 1);
  const commonest = Math.max(0, ...bands.values());
  const share = (part: number, whole: number) => (whole > 0 ? part / whole : 0);
  return {
    tonal: share(sounding.length, tones.length),
    tuneful: sounding.length > 0 ? 1 - commonest / sounding.length : 0,
  };
}

function meanBands(levels: Float32Array, from: number, to: number): Float64Array {
  const mean = new Float64Array(SPECTRUM_BANDS);
  for (let moment = from; moment < to; moment++) {
    for (let band = 0; band < SPECTRUM_BANDS; band++) {
      mean[band]! += levels[moment * SPECTRUM_BANDS + band]! / (to - from);
    }
  }
  return mean;
}

function prominentBand(mean: Float64Array): number | null {
  let best: number | null = null;
  let most = PROMINENT;
  for (let band = 1; band < SPECTRUM_BANDS - 2; band++) {
    if (mean[band]! < FAINT) continue;
    const around = Math.max(mean[Math.max(0, band - 2)]!, mean[band + 2]!);
    if (mean[band]! - around > most) {
      most = mean[band]! - around;
      best = band;
    }
  }
  return best;
}

/** After speech ends, its fading is followed for this long at most, seconds. */
const FADING = 0.4;
/** Fades shorter than this in dB say nothing. */
const LEAST_FALL = 15;

/** Half of the ends of speech fade by 60 dB in less than this, seconds. */
function decayAfterSpeech(
  { rate, values }: Signal,
  isSpoken: (time: number) => boolean,
): number | null {
  const times: number[] = [];
  for (let index = 1; index < values.length; index++) {
    const ended = isSpoken((index - 0.5) / rate) && !isSpoken((index + 0.5) / rate);
    if (!ended) continue;
    let last = index;
    while (
      last + 1 < values.length &&
      (last + 1 - index) / rate < FADING &&
      !isSpoken((last + 1.5) / rate) &&
      values[last + 1]! < values[last]! + 1
    ) {
      last++;
    }
    const from = Math.max(0, index - 5);
    const fall = values[from]! - values[last]!;
    if (fall >= LEAST_FALL) times.push((60 * (last - from)) / rate / fall);
  }
  if (times.length === 0) return null;
  return times.sort((a, b) => a - b)[Math.floor(times.length / 2)]!;
}

/** A band this much quieter than the loudest holds no voice, dB. */
const INAUDIBLE = 55;

function highestFrequency(spectrum: Spectrum, isSpoken: (time: number) => boolean): number {
  const levels = spectrumLevels(spectrum);
  const loudest = new Float64Array(SPECTRUM_BANDS).fill(-Infinity);
  for (let moment = 0; moment * SPECTRUM_BANDS < levels.length; moment++) {
    if (!isSpoken((moment + 0.5) / spectrum.rate)) continue;
    for (let band = 0; band < SPECTRUM_BANDS; band++) {
      loudest[band] = Math.max(loudest[band]!, levels[moment * SPECTRUM_BANDS + band]!);
    }
  }
  const peak = Math.max(...loudest);
  for (let band = SPECTRUM_BANDS - 1; band >= 0; band--) {
    if (loudest[band]! > peak - INAUDIBLE) return Math.round(SPECTRUM_EDGES[band]!.high);
  }
  return 0;
}

/** Something that may spoil the fitting, in plain words. */
export interface VoiceFinding {
  readonly kind:
    'silent' | 'voiceless' | 'noise' | 'hum' | 'music' | 'clipping' | 'quiet' | 'echo' | 'narrow';
  readonly sentence: string;
}

/** Speech should stand out of its background by this much, dB. */
const CLEAR = 20;
const QUIET = -42;
const OFTEN_CLIPPED = 6;
const ECHOING = 0.75;
const NARROW = 4300;

/** What may spoil a mouth fitted to this recording, worst first; none of it where all is well. */
export function voiceFindings(quality: VoiceQuality): VoiceFinding[] {
  const { spoken, speechLevel, backgroundLevel, tonal, tuneful, decay } = quality;
  const findings: VoiceFinding[] = [];
  const find = (kind: VoiceFinding['kind'], sentence: string) => findings.push({ kind, sentence });
  if (spoken === 0 || speechLevel === null) {
    return [
      (backgroundLevel ?? -100) < -60
        ? {
            kind: 'silent',
            sentence: 'Nothing can be heard in this recording, so the mouth stays at rest.',
          }
        : {
            kind: 'voiceless',
            sentence:
              'No speech was heard in this recording, only other sound, so the mouth stays at rest.',
          },
    ];
  }
  const clear = backgroundLevel === null ? Infinity : speechLevel - backgroundLevel;
  if (clear < CLEAR && tonal > 0.4) {
    if (tuneful > 0.5)
      find(
        'music',
        'There is music under this voice. Fit the mouth to the voice without it, if you can.',
      );
    else
      find('hum', 'There is a hum under this voice. Sounds that are much like it may be missed.');
  } else if (clear < CLEAR) {
    find(
      'noise',
      'The room is noisy: the voice hardly stands out of it. Quiet sounds may be missed.',
    );
  }
  if (quality.clippedPerMinute > OFTEN_CLIPPED)
    find(
      'clipping',
      'The recording is too loud and cut off at its peaks. Record it again with less gain.',
    );
  if (speechLevel < QUIET)
    find(
      'quiet',
      'The voice is very quiet. Record it again closer to the microphone, or with more gain.',
    );
  if (decay !== null && decay > ECHOING)
    find('echo', 'The room echoes: sounds run into each other. Edges of words may come late.');
  if (quality.highest < NARROW)
    find('narrow', 'The voice sounds as if over a telephone. S, f and th are hard to tell apart.');
  return findings;
}
