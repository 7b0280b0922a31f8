/** A viseme number of MPEG-4 face animation (ISO/IEC 14496-2, table of visemes), 0 to 14. */
export type Viseme = 0 | 1 | 2 | 3 | 4 | 5 | 6 | 7 | 8 | 9 | 10 | 11 | 12 | 13 | 14;

export const SILENCE: Viseme = 0;
export const OPEN_VOWEL: Viseme = 10;

/** What people call each viseme: the sounds it stands for. Index is the viseme. */
export const VISEME_NAMES = [
  'silence',
  'p b m',
  'f v',
  'th',
  't d',
  'k g',
  'ch j sh',
  's z',
  'n l',
  'r',
  'ah',
  'eh',
  'ee',
  'oh',
  'oo',
] as const;
