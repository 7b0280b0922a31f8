import { pauseAfter, withPlainQuotes, writtenText, type Pause } from '../speech/script/script';
import type { SpokenWord } from '../speech/voiceTrack';

/** A word as it is written, with its punctuation. */
export interface WrittenWord {
  readonly text: string;
  /** When it is heard, seconds from the start of the voice. */
  readonly start: number;
  readonly end: number;
  readonly pause: Pause;
}

interface Span {
  readonly start: number;
  readonly end: number;
}

const LETTER = /[\p{L}\p{M}\p{N}]/u;
/** How far on in a script a word is looked for that was found in its voice, characters. */
const REACH = 400;

/**
 * The words of a script as they are written, each when it is heard. Words that were not found in the voice share the
 * time between those that were.
 *
 * @param spoken the words that were found in the voice, in order
 * @param heard what is heard of the voice, seconds; only words of it are given
 */
export function writtenWords(
  script: string,
  spoken: readonly SpokenWord[],
  heard: Span,
): WrittenWord[] {
  const tokens = tokensOf(writtenText(script));
  const times = spokenTimes(tokens, spoken);
  const placed = between(tokens, times, heard);
  return tokens.flatMap(({ text }, at) => {
    const { start, end } = placed[at]!;
    const middle = (start + end) / 2;
    if (middle < heard.start || middle >= heard.end) return [];
    return [{ text, start, end, pause: pauseAfter(text) }];
  });
}

interface Token {
  readonly text: string;
  /** Where it stands in the text, characters. */
  readonly from: number;
  readonly to: number;
}

/** What stands between spaces; signs that stand alone, such as dashes, go with the word before. */
function tokensOf(text: string): Token[] {
  const tokens: Token[] = [];
  for (const match of text.matchAll(/\S+/g)) {
    const [piece] = match;
    const last = tokens.at(-1);
    if (LETTER.test(piece) || !last) {
      tokens.push({ text: piece, from: match.index, to: match.index + piece.length });
    } else tokens[tokens.length - 1] = { ...last, text: `${last.text} ${piece}` };
  }
  return tokens.filter(({ text: piece }) => LETTER.test(piece));
}

/** When each token is heard; null for those of which no word was found. */
function spokenTimes(tokens: readonly Token[], spoken: readonly SpokenWord[]): (Span | null)[] {
  const times: (Span | null)[] = tokens.map(() => null);
  const plain = tokens.map(({ text }) => withPlainQuotes(text).toLowerCase());
  let [token, from] = [0, 0];
  for (const { text, start, end } of spoken) {
    const word = withPlainQuotes(text).toLowerCase();
    let walked = 0;
    for (let at = token; at < tokens.length && walked < REACH; at++) {
      const found = wholeWordAt(plain[at]!, word, at === token ? from : 0);
      walked += plain[at]!.length + 1;
      if (found < 0) continue;
      times[at] = { start: times[at]?.start ?? start, end };
      [token, from] = [at, found + word.length];
      break;
    }
  }
  return times;
}

/** Where a word stands in a piece of text with no letters about it; -1 where it doesn't. */
function wholeWordAt(text: string, word: string, from: number): number {
  for (let at = text.indexOf(word, from); at >= 0; at = text.indexOf(word, at + 1)) {
    const around = [text[at - 1] ?? ' ', text[at + word.length] ?? ' '];
    if (!around.some((letter) => LETTER.test(letter))) return at;
  }
  return -1;
}

/** The times of all tokens: those that have none share what lies between their neighbours, the longer ones more. */
function between(tokens: readonly Token[], times: readonly (Span | null)[], heard: Span): Span[] {
  const placed: Span[] = [];
  for (let at = 0; at < tokens.length;) {
    const own = times[at];
    if (own) {
      placed.push(own);
      at++;
      continue;
    }
    let next = at;
    while (next < tokens.length && !times[next]) next++;
    const start = placed.at(-1)?.end ?? Math.min(heard.start, times[next]?.start ?? Infinity);
    const end = Math.max(start, times[next]?.start ?? heard.end);
    const letters = tokens.slice(at, next).map(({ from, to }) => to - from);
    const all = letters.reduce((sum, count) => sum + count, 0);
    let before = 0;
    for (const count of letters) {
      const share = (part: number) => start + ((end - start) * part) / all;
      placed.push({ start: share(before), end: share(before + count) });
      before += count;
    }
    at = next;
  }
  return placed;
}
