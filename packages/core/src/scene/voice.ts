import { number, object, string, type Schema } from 'yup';
import { hashSchema } from '../character/drawing';
import { FLICKS_PER_SECOND, flicksSchema, type Flicks } from '../time';

/** The longest voice that a line can have, in seconds. */
export const LONGEST_VOICE = 60 * 60;

/** Who can speak a scratch voice: four synthetic voices for English, and one for any language. */
export const SCRATCH_SPEAKERS = ['slt', 'rms', 'awb', 'kal16', 'espeak'] as const;
export type ScratchSpeaker = (typeof SCRATCH_SPEAKERS)[number];

/** How fast a text is spoken, words a minute. */
export const PACE_RANGE = { least: 60, most: 400, usual: 150 } as const;
/** How much higher or lower a voice can be made, semitones. */
export const PITCH_RANGE = { least: -12, most: 12 } as const;

/** How a synthetic voice speaks. */
export interface ScratchSettings {
  readonly speaker: ScratchSpeaker;
  readonly wordsPerMinute: number;
  /** Semitones above the speaker's own pitch. */
  readonly pitch: number;
}

/** A recording that has been brought in, or a synthetic voice. */
export interface Voice {
  /** Name of the file as it came. */
  readonly name: string;
  /** Content hash of that file. */
  readonly original: string;
  /** Content hash of the 16-bit WAV that Cruvo plays and hears. */
  readonly working: string;
  /** Content hash of its waveform peaks (audio/peaks). */
  readonly peaks: string;
  readonly duration: Flicks;
  readonly sampleRate: number;
  readonly channels: number;
  /** How it was made where it is a scratch voice; null for a recording. */
  readonly scratch: ScratchSettings | null;
}

export const wordsPerMinuteSchema = () =>
  number().required().min(PACE_RANGE.least).max(PACE_RANGE.most);
export const pitchSchema = () => number().required().min(PITCH_RANGE.least).max(PITCH_RANGE.most);

export const scratchSchema: Schema<ScratchSettings> = object({
  speaker: string<ScratchSpeaker>().required().oneOf(SCRATCH_SPEAKERS),
  wordsPerMinute: wordsPerMinuteSchema(),
  pitch: pitchSchema(),
});

export const voiceSchema: Schema<Voice> = object({
  name: string().required().max(300),
  original: hashSchema(),
  working: hashSchema(),
  peaks: hashSchema(),
  duration: flicksSchema()
    .positive()
    .max(LONGEST_VOICE * FLICKS_PER_SECOND),
  sampleRate: number().required().positive(),
  channels: number().required().integer().min(1),
  scratch: scratchSchema.nullable().defined(),
}) as unknown as Schema<Voice>;

/** What a line is called after the file of its voice: the name without its ending. */
export function nameOfFile(file: string): string {
  return file.replace(/\.[^.]+$/, '') || file;
}
