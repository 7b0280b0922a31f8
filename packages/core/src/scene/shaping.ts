import { boolean, number, object, string, type Schema } from 'yup';
import { hashSchema } from '../character/drawing';
import { pitchSchema } from './voice';

/** What is done about noise in a recording. */
export const CLEANINGS = ['none', 'hearing', 'sound'] as const;
/** `hearing`: only the mouths are fitted to the cleaned voice; `sound`: it is also what is heard. */
export type Cleaning = (typeof CLEANINGS)[number];

/** How the voice of a line sounds otherwise than it was recorded. The recording itself is never changed. */
export interface Shaping {
  /** 2 for twice as fast. */
  readonly pace: number;
  /** Semitones. */
  readonly pitch: number;
  /** Whether a voice at another pitch keeps its character. */
  readonly formants: boolean;
  readonly cleaning: Cleaning;
}

/** How much faster or slower a voice can be made. */
export const SHAPED_PACE = { least: 0.5, most: 2 } as const;

export const AS_IT_WAS: Shaping = { pace: 1, pitch: 0, formants: true, cleaning: 'none' };

/** A voice as it sounds after shaping. */
export interface ShapedVoice {
  /** Content hash of the 16-bit WAV that is heard. */
  readonly working: string;
  /** Content hash of its waveform peaks. */
  readonly peaks: string;
}

export const shapingSchema: Schema<Shaping> = object({
  pace: number().required().min(SHAPED_PACE.least).max(SHAPED_PACE.most),
  pitch: pitchSchema(),
  formants: boolean().required(),
  cleaning: string<Cleaning>().required().oneOf(CLEANINGS),
});

export const shapedSchema: Schema<ShapedVoice> = object({
  working: hashSchema(),
  peaks: hashSchema(),
});

/** Whether a voice sounds otherwise than it was recorded. */
export function isShaped({ pace, pitch, cleaning }: Shaping): boolean {
  return pace !== 1 || pitch !== 0 || cleaning === 'sound';
}
