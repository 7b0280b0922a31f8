import type { Spectrum } from '../audio/spectrum';
import type { VoiceQuality } from '../audio/voiceQuality';
import type { Signal } from '../signals';
import { firstWhere } from '../numbers';
import type { ScriptDeviations } from './scriptDeviations';
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

/** Levels of both channels in dBFS over time. */
export interface Sides {
  readonly left: Signal;
  readonly right: Signal;
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
  readonly deviations: ScriptDeviations | null;
  /** Level in dBFS over time. */
  readonly loudness: Signal;
  /** The same of each channel; null where there is only one, and in tracks that an older Cruvo heard. */
  readonly sides: Sides | null;
  /** Null in tracks that an older Cruvo heard. */
  readonly spectrum: Spectrum | null;
  /** Pitch in Hz over time, 0 where there is none; null in tracks that an older Cruvo heard, and of text. */
  readonly pitch: Signal | null;
  /** What may spoil the hearing; null in tracks that an older Cruvo heard. */
  readonly quality: VoiceQuality | null;
}

export const TRACK_VERSION = 4;

/** The sound at a time in seconds; the last one after the end. */
export function soundAt(track: VoiceTrack, time: number): Sound | undefined {
  return track.sounds[soundIndexAt(track, time)];
}

/** The position of the sound at a time in seconds, found by binary search; of the last one after the end. */
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
    deviations: null,
    loudness: { rate: 1, values: [UNKNOWN_LEVEL] },
    sides: null,
    spectrum: null,
    pitch: null,
    quality: null,
  };
}
