import { SILENCE, type Viseme } from '../visemes';

/** What is compared of a sound. */
export interface ComparedSound {
  readonly viseme: Viseme;
  readonly word: string | null;
}

/** What it costs to leave a sound without a partner. */
const GAP = 1;
/** What it costs to pair different sounds of the same word: less than leaving both alone. */
const OTHER_SOUND = 1.4;
/** The same sound where words are not known on both sides. */
const WORDLESS = 0.2;
const NEVER = 1e6;
/** How far beside the straight way partners are looked for, sounds: a spoken paragraph more or less. */
const BAND = 600;

const STEP = { pair: 1, leaveBefore: 2, leaveAfter: 3 } as const;

/**
 * Finds for each sound of a voice its partner in another recording of the same or similar words (global alignment;
 * Needleman and Wunsch 1970, within a band). Sounds of different words are never partners.
 *
 * @returns for each sound before the place of its partner after, or -1
 */
export function matchSounds(
  before: readonly ComparedSound[],
  after: readonly ComparedSound[],
): Int32Array {
  const [rows, columns] = [before.length, after.length];
  const partners = new Int32Array(rows).fill(-1);
  if (rows === 0 || columns === 0) return partners;
  const slope = columns / rows;
  const width = 2 * BAND + 1 + Math.ceil(Math.abs(slope - 1));
  /** The first column of the band in a row. */
  const first = (row: number) => Math.round(row * slope) - BAND;
  const words = { before: before.map(wordOf), after: after.map(wordOf) };
  const steps = new Uint8Array((rows + 1) * width);
  let above = new Float64Array(width).fill(NEVER);
  for (let row = 0; row <= rows; row++) {
    const here = new Float64Array(width).fill(NEVER);
    const [from, fromAbove] = [first(row), first(row - 1)];
    for (let at = 0; at < width; at++) {
      const column = from + at;
      if (column < 0 || column > columns) continue;
      if (row === 0 && column === 0) {
        here[at] = 0;
        continue;
      }
      const up = column - fromAbove;
      const inAbove = (place: number) =>
        row > 0 && place >= 0 && place < width ? above[place]! : NEVER;
      const pair = row > 0 && column > 0 ? inAbove(up - 1) + pairCost(row - 1, column - 1) : NEVER;
      const leaveBefore = inAbove(up) + GAP;
      const leaveAfter = at > 0 && column > 0 ? here[at - 1]! + GAP : NEVER;
      const best = Math.min(pair, leaveBefore, leaveAfter);
      here[at] = best;
      steps[row * width + at] =
        best === pair ? STEP.pair : best === leaveBefore ? STEP.leaveBefore : STEP.leaveAfter;
    }
    above = here;
  }
  for (let row = rows, column = columns; row > 0;) {
    const at = column - first(row);
    const step = at >= 0 && at < width ? steps[row * width + at] : 0;
    if (step === STEP.pair) partners[--row] = --column;
    else if (step === STEP.leaveAfter) column--;
    else row--;
  }
  return partners;

  function pairCost(row: number, column: number): number {
    const [old, now] = [before[row]!, after[column]!];
    if ((old.viseme === SILENCE) !== (now.viseme === SILENCE)) return NEVER;
    const [oldWord, nowWord] = [words.before[row]!, words.after[column]!];
    const known = oldWord !== null && nowWord !== null;
    if (known && oldWord !== nowWord) return NEVER;
    if (old.viseme === now.viseme) return known || old.viseme === SILENCE ? 0 : WORDLESS;
    return known ? OTHER_SOUND : NEVER;
  }
}

const wordOf = ({ word }: ComparedSound): string | null =>
  word === null ? null : word.toLowerCase().replace(/[^\p{L}\p{N}']+/gu, '');
