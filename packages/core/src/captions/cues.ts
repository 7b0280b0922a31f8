import type { WrittenWord } from './writtenWords';

/** What is read at one time; seconds from the start of the voice. */
export interface Cue {
  readonly start: number;
  readonly end: number;
  readonly words: readonly WrittenWord[];
}

/** After such a silence something new begins, seconds. */
const LONG_PAUSE = 0.9;
/** How long words stay after the last of them was said, seconds. */
const LINGER = 0.7;
/** A cue that is full goes back to the end of a sentence or a clause, unless less than this share of it would be left. */
const KEPT = { sentence: 0.3, clause: 0.5 } as const;

/**
 * Words in pieces that can be read at one time: as many as fit, and if possible broken where the speaker pauses.
 *
 * @param fits whether words can be seen together
 */
export function cuesOf(
  words: readonly WrittenWord[],
  fits: (words: readonly WrittenWord[]) => boolean,
): Cue[] {
  const pieces: (readonly WrittenWord[])[] = [];
  for (let from = 0; from < words.length;) {
    const to = breakAfter(words, from, fits);
    pieces.push(words.slice(from, to));
    from = to;
  }
  return pieces.map((piece, at) => {
    const { start } = piece[0]!;
    const end = Math.max(piece.at(-1)!.end, start) + LINGER;
    const next = pieces[at + 1]?.[0]!.start ?? Infinity;
    return { start, end: Math.min(end, next), words: piece };
  });
}

/** Where the piece that begins at a word ends: the position after its last word. */
function breakAfter(
  words: readonly WrittenWord[],
  from: number,
  fits: (words: readonly WrittenWord[]) => boolean,
): number {
  let to = from + 1;
  for (; to < words.length; to++) {
    if (words[to]!.start - words[to - 1]!.end > LONG_PAUSE) return to;
    if (!fits(words.slice(from, to + 1))) break;
  }
  if (to >= words.length) return words.length;
  for (const pause of ['sentence', 'clause'] as const) {
    const last = words.slice(from, to).findLastIndex((word) => word.pause === pause);
    if (last >= 0 && last + 1 >= KEPT[pause] * (to - from)) return from + last + 1;
  }
  return to;
}
