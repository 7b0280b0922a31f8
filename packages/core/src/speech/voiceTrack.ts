import { array, mixed, number, object, string, type Schema } from 'yup';
import type { Signal } from '../motion/signal';
import type { Viseme } from './visemes';

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

/** What was heard in one recording. Sounds are in order, touch each other and cover 0 to duration. */
export interface VoiceTrack {
  readonly version: 1;
  /** Seconds. */
  readonly duration: number;
  readonly sounds: readonly Sound[];
  /** Level in dBFS over time. */
  readonly loudness: Signal;
}

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

/** Checks a track that comes from outside. */
export const voiceTrackSchema: Schema<VoiceTrack> = object({
  version: number<1>().required().oneOf([1]),
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

/** The sound at a time in seconds, found by halving; the last one after the end. */
export function soundAt({ sounds }: VoiceTrack, time: number): Sound | undefined {
  let low = 0;
  let high = sounds.length - 1;
  while (low < high) {
    const middle = (low + high) >> 1;
    if (time < sounds[middle]!.end) high = middle;
    else low = middle + 1;
  }
  return sounds[low];
}
