import { halves } from './ipa';
import { guessFromSpelling } from './spelling';

/** Phones of the network, in order. */
export type Pronunciation = readonly number[];

/** Where a pronunciation comes from; the better a source, the earlier it is asked. */
export type PronunciationSource = 'own' | 'dictionary' | 'voice' | 'letters' | 'spelling';

export interface PronouncedWord {
  /** The different ways of saying it; never empty. */
  readonly ways: readonly Pronunciation[];
  readonly source: PronunciationSource;
}

/** Lists of pronunciations, by lower-case word. */
export interface PronunciationLists {
  /** The production's own, for names. */
  readonly own: ReadonlyMap<string, readonly Pronunciation[]>;
  /** What a speech synthesiser says for words and languages that the dictionary lacks. */
  readonly spoken: ReadonlyMap<string, readonly Pronunciation[]>;
  /** The English dictionary; null for other languages. */
  readonly dictionary: Dictionary | null;
}

/** ARPAbet by lower-case word, further ways under "word(2)" and so on. */
export type Dictionary = Readonly<Record<string, string>>;

const MOST_WAYS = 4;

/** How a word is said. Every word with a letter in it gets an answer, however rough; null for others. */
export function pronounce(word: string, lists: PronunciationLists): PronouncedWord | null {
  const own = lists.own.get(word);
  if (own) return { ways: own, source: 'own' };
  const known = fromDictionary(word, lists.dictionary);
  if (known.length > 0) return { ways: known, source: 'dictionary' };
  const spoken = lists.spoken.get(word);
  if (spoken) return { ways: spoken, source: 'voice' };
  const spelt = /^(\p{L}\.)+\p{L}?$/u.test(word) ? letterByLetter(word, lists.dictionary) : [];
  if (spelt.length > 0) return { ways: [spelt], source: 'letters' };
  const guess = guessFromSpelling(word);
  return guess.length > 0 ? { ways: [guess], source: 'spelling' } : null;
}

/** Whether only the spelling tells how a word might be said. */
export function isGuessed(word: string, lists: PronunciationLists): boolean {
  const source = pronounce(word, lists)?.source;
  return source === undefined || source === 'spelling';
}

/** Reads ARPAbet with or without stress, up to a remark after #: "AY1 Z B EH0 L". @throws Error for an unknown phone */
export function readArpabet(text: string): Pronunciation {
  return text
    .toLowerCase()
    .replace(/#.*|\d/g, '')
    .trim()
    .split(/\s+/)
    .flatMap((phone) => halves(phone));
}

function fromDictionary(word: string, dictionary: Dictionary | null): Pronunciation[] {
  if (!dictionary) return [];
  const entries = entriesOf(word, dictionary);
  if (entries.length > 0) return entries;
  const possessive = /^(.*)'s$/.exec(word) ?? /^(.*s)'$/.exec(word);
  if (!possessive) return [];
  const stem = entriesOf(possessive[1]!, dictionary);
  return word.endsWith("'") ? stem : stem.map(withPossessive);
}

function entriesOf(word: string, dictionary: Dictionary): Pronunciation[] {
  const entries: Pronunciation[] = [];
  for (let way = 1; way <= MOST_WAYS; way++) {
    const key = way === 1 ? word : `${word}(${way})`;
    if (!Object.hasOwn(dictionary, key)) break;
    entries.push(readArpabet(dictionary[key]!));
  }
  return entries;
}

/** The plural and possessive ending: iz after a hiss, s after a voiceless sound, else z. */
function withPossessive(stem: Pronunciation): Pronunciation {
  const last = stem.at(-1)!;
  const after = (phones: string) => phones.split(' ').some((phone) => halves(phone)[0] === last);
  if (after('s z sh zh ch jh')) return [...stem, ...halves('ih'), ...halves('z')];
  return [...stem, ...halves(after('p t k f th') ? 's' : 'z')];
}

function letterByLetter(word: string, dictionary: Dictionary | null): Pronunciation {
  return word
    .split('')
    .filter((letter) => /\p{L}/u.test(letter))
    .flatMap((letter) => {
      const name = dictionary?.[`${letter}.`];
      return name ? readArpabet(name) : guessFromSpelling(letter);
    });
}
