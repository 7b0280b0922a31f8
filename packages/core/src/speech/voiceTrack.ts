import { array, mixed, number, object, string, type Schema } from 'yup';
import type { Spectrum } from '../audio/spectrum';
import { qualitySchema, type VoiceQuality } from '../audio/voiceQuality';
import type { Signal } from '../signals';
import { firstWhere } from '../numbers';
import { Problem } from '../problem';
import type { Departures } from './alignment/alignment';
import { SILENCE, type Viseme } from './visemes';

/** One sound of a voice. Times in seconds from the start of the recording. */
export interface Sound {
  readonly start: number;
  readonly end: number;
  readonly viseme: Viseme;
  readonly phone: string | null;
  readonly word: string | null;
  /** How likely the viseme is right, 0 to 1. */
  readonly confidence: number;
}

/** A word of the script where it was said. Times in seconds from the start of the recording. */
export interface SpokenWord {
  readonly text: string;
  readonly start: number;
  readonly end: number;
}

/** What was heard in one recording. Sounds are in order, touch each other and cover 0 to duration. */
export interface VoiceTrack {
  readonly version: typeof TRACK_VERSION;
  /** Seconds. */
  readonly duration: number;
  readonly sounds: readonly Sound[];
  /** In order; empty where the script was not known. */
  readonly words: readonly SpokenWord[];
  /** Null where the script was not known. */
  readonly departures: Departures | null;
  /** Level in dBFS over time. */
  readonly loudness: Signal;
  /** Null in tracks that an older Cruvo heard. */
  readonly spectrum: Spectrum | null;
  /** What may spoil the hearing; null in tracks that an older Cruvo heard. */
  readonly quality: VoiceQuality | null;
}

export const TRACK_VERSION = 2;

const seconds = () => number().required().min(0);
const TOUCHING = 1e-6;

function touchEachOther(sounds: readonly { start: number; end: number }[], duration: number) {
  let at = 0;
  for (const { start, end } of sounds) {
    if (Math.abs(start - at) > TOUCHING || end <= start) return false;
    at = end;
  }
  return Math.abs(at - duration) <= TOUCHING;
}

const stretch = () => object({ start: seconds(), end: seconds() });

const words = () => array(string().required()).required();

/** Checks a track that comes from outside. */
export const voiceTrackSchema: Schema<VoiceTrack> = object({
  version: number<typeof TRACK_VERSION>().required().oneOf([TRACK_VERSION]),
  duration: seconds(),
  sounds: array(
    object({
      start: seconds(),
      end: seconds(),
      viseme: number<Viseme>().required().integer().min(0).max(14),
      phone: string().defined().nullable(),
      word: string().defined().nullable(),
      confidence: number().required().min(0).max(1),
    }),
  )
    .required()
    .test(
      'touching',
      'sounds must touch each other and cover the whole recording',
      function (sounds) {
        return touchEachOther(sounds, (this.parent as VoiceTrack).duration);
      },
    ),
  words: array(stretch().shape({ text: string().required() })).required(),
  departures: object({ skipped: words(), repeated: words(), added: array(stretch()).required() })
    .defined()
    .nullable(),
  spectrum: object({ rate: number().required().positive(), levels: string().defined() })
    .defined()
    .nullable(),
  quality: qualitySchema.defined().nullable(),
  loudness: object({
    rate: number().required().positive(),
    // One test for the whole array: an hour has 360,000 values.
    values: mixed<readonly number[]>()
      .required()
      .test(
        'numbers',
        'loudness must be a list of numbers',
        (values) => Array.isArray(values) && values.every((value) => Number.isFinite(value)),
      ),
  }),
});

/**
 * Reads a track that was kept, also one that an older Cruvo heard.
 *
 * @throws Problem where it is none
 */
export function readVoiceTrack(body: unknown): VoiceTrack {
  const { version } = (body ?? {}) as { version?: unknown };
  const upgraded =
    version === 1
      ? {
          ...(body as object),
          version: TRACK_VERSION,
          words: [],
          departures: null,
          spectrum: null,
          quality: null,
        }
      : body;
  try {
    return voiceTrackSchema.validateSync(upgraded, { strict: true });
  } catch (error) {
    throw new Problem('bad-input', `This voice track can’t be used: ${(error as Error).message}.`);
  }
}

/** The sound at a time in seconds; the last one after the end. */
export function soundAt(track: VoiceTrack, time: number): Sound | undefined {
  return track.sounds[soundIndexAt(track, time)];
}

/** The position of the sound at a time in seconds, found by halving; of the last one after the end. */
export function soundIndexAt({ sounds }: VoiceTrack, time: number): number {
  const at = firstWhere(sounds, ({ end }) => end > time);
  return Math.min(at, sounds.length - 1);
}

/** Loudness that says nothing: of a track whose voice is still being heard. */
const UNKNOWN_LEVEL = -20;

/** A track of the sounds heard so far; what is not heard yet is silence. */
export function tentativeTrack(sounds: readonly Sound[], duration: number): VoiceTrack {
  const end = sounds.at(-1)?.end ?? 0;
  const rest: Sound = {
    ...{ start: end, end: duration, viseme: SILENCE },
    ...{ phone: null, word: null, confidence: 1 },
  };
  return {
    version: TRACK_VERSION,
    duration,
    sounds: end < duration ? [...sounds, rest] : sounds,
    words: [],
    departures: null,
    loudness: { rate: 1, values: [UNKNOWN_LEVEL] },
    spectrum: null,
    quality: null,
  };
}
