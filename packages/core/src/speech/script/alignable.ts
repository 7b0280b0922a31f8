import type { AlignableWord } from '../alignment/alignment';
import { isGuessed, pronounce, type Pronunciation, type PronunciationLists } from './pronouncer';
import type { ScriptWord } from './script';

/** More ways of saying one word are not tried. */
const MOST_WAYS = 8;

export interface AlignableScript {
  readonly words: readonly AlignableWord[];
  /** Words of which only the spelling is known, each once, lower case. */
  readonly guessed: readonly string[];
}

/** The words of a script with the ways of saying them; words that can't be said at all are left out. */
export function alignable(
  words: readonly ScriptWord[],
  lists: PronunciationLists,
): AlignableScript {
  const guessed = new Set<string>();
  const result = words.flatMap(({ text, spoken, pause }) => {
    const ways = spoken.flatMap((said) => waysOf(said, lists)).slice(0, MOST_WAYS);
    if (spoken[0]!.some((word) => isGuessed(word, lists))) guessed.add(spoken[0]!.join(' '));
    return ways.length > 0 ? [{ text, ways, pause }] : [];
  });
  return { words: result, guessed: [...guessed] };
}

/** Every combination of the ways of saying words in a row. */
function waysOf(said: readonly string[], lists: PronunciationLists): Pronunciation[] {
  let ways: Pronunciation[] = [[]];
  for (const word of said) {
    const next = pronounce(word, lists)?.ways ?? [];
    if (next.length === 0) continue;
    ways = ways.flatMap((before) => next.map((after) => [...before, ...after])).slice(0, MOST_WAYS);
  }
  return ways.filter((way) => way.length > 0);
}
