import type { Viseme } from '../../speech/visemes';
import type { DrawnSound } from './meaning';
import { EXPRESSION_WORDS, LOUDNESS_WORDS, SOUND_WORDS } from './words';

const VISEME_OF: ReadonlyMap<string, Viseme> = new Map(
  SOUND_WORDS.flatMap(([viseme, words]) => words.map((word) => [word, viseme] as const)),
);
/** Words around the sound that say nothing of it. */
const AROUND: ReadonlySet<string> = new Set(
  'mouth mouths lip lips beak sound sounds phoneme viseme shape face'.split(' '),
);
/** A run of letters up to so long may be a list of sounds. */
const LONGEST_LIST = 14;

/** The sound, number or expression that a mouth drawing's words stand for; null where they stand for none. */
export function soundOf(words: readonly string[], mood: string | null): DrawnSound | null {
  const visemes = new Set<Viseme>();
  let loudness: number | null = null;
  let number: number | null = null;
  let expression: string | null = null;
  for (const word of words) {
    if (AROUND.has(word)) continue;
    const viseme = VISEME_OF.get(word);
    if (viseme !== undefined) visemes.add(viseme);
    else if (/^\p{N}+$/u.test(word)) number = Number(word);
    else if (Object.hasOwn(LOUDNESS_WORDS, word)) loudness = LOUDNESS_WORDS[word]!;
    else if (EXPRESSION_WORDS.includes(word)) expression = word;
    else {
      const listed = listOf(word);
      if (!listed) return null;
      listed.forEach((each) => visemes.add(each));
    }
  }
  if (visemes.size === 0 && number === null && expression === null) return null;
  // "cheerful ah" is the sound in a mood, "smile" an expression of its own.
  const speaks = visemes.size > 0;
  return {
    visemes: [...visemes],
    mood: mood ?? (speaks ? expression : null),
    loudness,
    number,
    expression: speaks ? null : expression,
  };
}

/** The sounds of letters written in a row, "cdgknr"; null where a letter is none. */
function listOf(word: string): Viseme[] | null {
  if (word.length > LONGEST_LIST) return null;
  const visemes = [...word].map((letter) => VISEME_OF.get(letter));
  const vowels = [...word].filter((letter) => 'aeiou'.includes(letter)).length;
  // A word that can be said is rather a word than a list.
  const sayable = vowels > 0 && vowels < word.length && word.length > 3;
  return sayable || visemes.includes(undefined) ? null : (visemes as Viseme[]);
}
