import type { AlignedWord, Alignment } from './alignment';

/** A word whose loss is larger doesn't sound like what was said, nats a frame. */
export const UNLIKE = 1.8;
/**
 * What speaks against a script: that its words are missing, and that the rest sounds unlike it, against the share of
 * the speech that was found in it. Phones of other languages are heard so loosely that much is found of any script.
 * Chosen on the development recordings, see docs/DECISIONS.md.
 */
const AGAINST = { missing: 1.3, loss: 0.3, english: 0.2, foreign: 0.45 };
/** A script of which hardly more is missing, and that sounds no more unlike, was said, whatever else was. */
const SAID = { missing: 0.1, loss: 0.5 };

type Span = Pick<AlignedWord, 'start' | 'end'>;

/** How much less likely the words' phones are than what was heard, nats a frame. */
export function meanLoss(words: readonly AlignedWord[]): number {
  const loss = words.reduce((sum, word) => sum + word.loss * (word.end - word.start), 0);
  return words.length === 0 ? 0 : loss / framesOf(words);
}

/** Share of the speech, which is words and additions, that was found in the script: 0 to 1. */
export function shareFound(words: readonly AlignedWord[], added: readonly Span[]): number {
  const found = framesOf(words.filter(({ loss }) => loss < UNLIKE));
  return found === 0 ? 0 : found / (framesOf(words) + framesOf(added));
}

/**
 * Whether more speaks against the script than for it.
 *
 * @param foreign whether its language has phones that the network knows only nearly
 */
export function isOfSomethingElse(
  {
    found,
    skipped,
    words,
    loss,
  }: Pick<Alignment, 'found' | 'skipped' | 'loss'> & { readonly words: readonly unknown[] },
  foreign: boolean,
): boolean {
  const missing = skipped.length / Math.max(1, skipped.length + words.length);
  if (missing <= SAID.missing && loss <= SAID.loss) return false;
  const least = foreign ? AGAINST.foreign : AGAINST.english;
  return found < least + AGAINST.missing * missing + AGAINST.loss * loss;
}

const framesOf = (spans: readonly Span[]) =>
  spans.reduce((sum, { start, end }) => sum + end - start, 0);
