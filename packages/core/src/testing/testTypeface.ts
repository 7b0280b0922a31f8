import type { Typeface } from '../lettering';

/** Half an em for every letter, which is a box over the baseline; it lacks the letter ß. */
export const testTypeface: Typeface = {
  outline: (text, size) => ({
    path: [...text].map((_, at) => `M${(at * size) / 2} 0h${size / 2}v${-size / 2}Z`).join(''),
    advance: (text.length * size) / 2,
  }),
  missingIn: (text) => [...new Set([...text].filter((letter) => letter === 'ß'))],
  capHeight: 0.7,
};
