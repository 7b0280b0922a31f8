import { Problem, type ProblemCode } from '../../problem';
import { ENGLISH } from '../language';
import type { ScriptToFind } from '../alignment/alignment';
import { alignable } from './alignable';
import { halves, phonesOfIpa } from './ipa';
import {
  pronounce,
  type Dictionary,
  type Pronunciation,
  type PronunciationLists,
} from './pronouncer';
import { LONGEST_SCRIPT, readScript } from './script';

/** Says words of a language in IPA. @throws Problem 'unavailable' where nothing can, 'bad-input' for an unknown language */
export type Speller = (
  words: readonly string[],
  language: string,
) => Promise<ReadonlyMap<string, string>>;

export interface ScriptSources {
  /** English words; null for other languages. */
  readonly dictionary: Dictionary | null;
  readonly own: readonly { readonly word: string; readonly like: string }[];
  readonly speller: Speller;
}

/** A script made ready to be found in a voice. */
export interface PreparedScript extends ScriptToFind {
  /** Words whose sounds are only guessed from their spelling. */
  readonly guessed: readonly string[];
  /** What to tell people: why words had to be guessed; null where all is well. */
  readonly notice: string | null;
}

/**
 * Turns a script into words with the ways of saying them.
 *
 * @throws Problem where it holds no words, is too long, or its language can't be pronounced
 */
export async function prepareScript(
  text: string,
  language: string,
  { dictionary, own, speller }: ScriptSources,
): Promise<PreparedScript> {
  if (text.length > LONGEST_SCRIPT) {
    throw new Problem(
      'too-large',
      `The script is too long: ${text.length} characters, and at most ${LONGEST_SCRIPT} can be used.`,
    );
  }
  const words = readScript(text, language);
  if (words.length === 0) {
    throw new Problem(
      'bad-input',
      'The script has no words in it. Write what is said, or fit the mouths to the voice alone.',
    );
  }
  const lists: PronunciationLists = {
    own: ownPronunciations(own, dictionary),
    spoken: new Map(),
    dictionary,
  };
  const first = alignable(words, lists);
  const unknown =
    language === ENGLISH ? first.guessed : everyWord(words.map(({ spoken }) => spoken));
  const foreign = language !== ENGLISH;
  if (unknown.length === 0) return { ...first, foreign, notice: null };
  try {
    const ipa = await speller(unknown, language);
    const spoken = new Map(
      [...ipa].map(([word, sounds]) => [word, [phonesOfIpa(sounds)]] as const),
    );
    const known = new Map([...spoken].filter(([, [phones]]) => phones!.length > 0));
    return { ...alignable(words, { ...lists, spoken: known }), foreign, notice: null };
  } catch (error) {
    const code: ProblemCode | null = error instanceof Problem ? error.code : null;
    if (language !== ENGLISH || code !== 'unavailable') throw error;
    const list = first.guessed.slice(0, 5).join(', ');
    return {
      ...first,
      foreign,
      notice: `The sounds of ${first.guessed.length === 1 ? 'one word' : `${first.guessed.length} words`} are guessed from the spelling (${list}). ${(error as Problem).message}`,
    };
  }
}

const everyWord = (spoken: readonly (readonly (readonly string[])[])[]) => [
  ...new Set(spoken.flatMap(([first]) => first!)),
];

/** The production's own list: like other words, or between slashes in IPA. */
function ownPronunciations(
  own: ScriptSources['own'],
  dictionary: Dictionary | null,
): Map<string, Pronunciation[]> {
  return new Map(
    own.flatMap(({ word, like }) => {
      const phones = phonesOf(like, dictionary);
      return phones.length > 0 ? [[word.toLowerCase(), [phones]] as const] : [];
    }),
  );
}

/** What "iz bell" or "/ˈɪzbɛl/" stands for. */
export function phonesOf(like: string, dictionary: Dictionary | null): number[] {
  const ipa = /^\/(.*)\/$/.exec(like.trim());
  if (ipa) return phonesOfIpa(ipa[1]!);
  const lists = { own: new Map(), spoken: new Map(), dictionary };
  return like
    .toLowerCase()
    .split(/[\s-]+/)
    .flatMap((word) =>
      PHONE_NAMES.has(word) ? halves(word) : [...(pronounce(word, lists)?.ways[0] ?? [])],
    );
}

/** Single sounds that can be written by their name where no word has them. */
const PHONE_NAMES: ReadonlySet<string> = new Set(['zh', 'dh']);
