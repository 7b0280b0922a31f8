import type { Viseme } from '../../speech/visemes';
import type { DrawnSound } from './meaning';
import type { Vocabulary } from './vocabulary';
import { EXPRESSION_WORDS, LOUDNESS_WORDS, SHAPE_WORDS, SOUND_WORDS } from './words';

const visemesBy = (table: typeof SOUND_WORDS): ReadonlyMap<string, Viseme> =>
  new Map(table.flatMap(([viseme, words]) => words.map((word) => [word, viseme] as const)));
const VISEME_OF = visemesBy(SOUND_WORDS);
const SHAPE_OF = visemesBy(SHAPE_WORDS);
/** Words around the sound that say nothing of it. */
const AROUND: ReadonlySet<string> = new Set(
  'mouth mouths lip lips beak sound sounds phoneme viseme shape face talk talking speak say'.split(
    ' ',
  ),
);
/** A run of letters up to so long may be a list of sounds. */
const LONGEST_LIST = 14;

/** What a name says of a mouth drawing, and whether every word of it was understood. */
export interface NamedSound {
  readonly sound: DrawnSound;
  readonly sure: boolean;
}

/**
 * The sound, number or expression that a mouth drawing's words stand for; null where they stand for none. Words
 * that say nothing are passed over where a sound is written out ("round oh"); beside a single letter they may
 * mean anything.
 */
export function soundOf(
  words: readonly string[],
  mood: string | null,
  vocabulary: Vocabulary,
): NamedSound | null {
  const sounds = new Set<Viseme>();
  const shapes = new Set<Viseme>();
  let loudness: number | null = null;
  let number: number | null = null;
  let expression: string | null = null;
  let unknown = false;
  let writtenOut = false;
  for (const word of beforeExamples(words)) {
    if (AROUND.has(word) || isAround(word, vocabulary)) continue;
    const sound = VISEME_OF.get(word) ?? elsewhere(word, vocabulary, 'sounds');
    const shape = SHAPE_OF.get(word) ?? elsewhere(word, vocabulary, 'shapes');
    if (sound !== undefined) {
      sounds.add(sound);
      writtenOut ||= word.length > 1;
    } else if (shape !== undefined) shapes.add(shape);
    else if (/^\p{N}+$/u.test(word)) number = Number(word);
    else if (Object.hasOwn(LOUDNESS_WORDS, word)) loudness = LOUDNESS_WORDS[word]!;
    else if (EXPRESSION_WORDS.includes(word) || isExpression(word, vocabulary)) expression = word;
    else {
      const listed = writtenOut ? null : listOf(word);
      listed?.forEach((each) => sounds.add(each));
      unknown ||= !listed;
    }
  }
  const visemes = [...(sounds.size > 0 ? sounds : shapes)];
  if (unknown && !writtenOut) return null;
  if (visemes.length === 0 && number === null && expression === null) return null;
  // "cheerful ah" is the sound in a mood, "smile" an expression of its own.
  const speaks = visemes.length > 0;
  const sound = {
    visemes,
    mood: mood ?? (speaks ? expression : null),
    loudness,
    number,
    expression: speaks ? null : expression,
  };
  return { sound, sure: !unknown };
}

/** Words that begin an example of a sound: "ah as in father". */
const EXAMPLES: ReadonlySet<string> = new Set([
  'as',
  'like',
  'wie',
  'comme',
  'como',
  'come',
  'zoals',
]);

function beforeExamples(words: readonly string[]): readonly string[] {
  const at = words.findIndex((word, index) => index > 0 && EXAMPLES.has(word));
  return at < 0 ? words : words.slice(0, at);
}

/** Whether a word says nothing of the sound in another language of the file: its words for mouths among them. */
function isAround(word: string, { lexicons }: Vocabulary): boolean {
  return lexicons.some(({ phrases, empty, stem, sounds }) => {
    const own = stem(word);
    if (sounds.has(word)) return false;
    return (word.length > 1 && empty.has(own)) || phrases.has(own, 'mouth');
  });
}

function elsewhere(
  word: string,
  { lexicons }: Vocabulary,
  table: 'sounds' | 'shapes',
): Viseme | undefined {
  for (const lexicon of lexicons) {
    const found = lexicon[table].get(word) ?? lexicon[table].get(lexicon.stem(word));
    if (found !== undefined) return found;
  }
  return undefined;
}

function isExpression(word: string, { lexicons }: Vocabulary): boolean {
  return lexicons.some(({ expressions, stem }) => expressions.has(stem(word)));
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
