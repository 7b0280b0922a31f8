import type { Outline } from './outline';

/** The letters of a font. */
export interface Typeface {
  /** The shapes of a text; letters that the font lacks are left out. @param size of an em */
  outline(text: string, size: number): Outline;
  /** The letters of a text that the font lacks, each once. */
  missingIn(text: string): string[];
  /** How high capitals are, in ems. */
  readonly capHeight: number;
}
