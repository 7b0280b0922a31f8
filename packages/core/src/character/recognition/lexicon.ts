import type { Viseme } from '../../speech/visemes';
import { LANGUAGES, type WrittenLanguage } from './languages';
import type { Side } from './meaning';
import { isWrittenTogether, plainLetters, wordsOf } from './tokens';
import { ROLES, type Role } from './words';

/** A role that some words stand for together, each as it is compared. */
export interface Phrase {
  readonly role: Role;
  /** Of phrases of as many words, the one with the lower number tells more. */
  readonly order: number;
  readonly words: readonly string[];
}

/** Phrases, found by any of their words. */
export class PhraseBook {
  private readonly byWord = new Map<string, Phrase[]>();

  constructor(readonly all: readonly Phrase[]) {
    for (const phrase of all) {
      for (const word of new Set(phrase.words)) {
        this.byWord.set(word, [...(this.byWord.get(word) ?? []), phrase]);
      }
    }
  }

  /** Those with at least one of some words in them. */
  *with(words: readonly string[]): Iterable<Phrase> {
    for (const word of words) yield* this.byWord.get(word) ?? [];
  }

  /** Whether a word stands for a role by itself. */
  has(word: string, role?: Role): boolean {
    return (this.byWord.get(word) ?? []).some(
      (phrase) => phrase.words.length === 1 && (role === undefined || phrase.role === role),
    );
  }
}

/** The words of a language, ready to be looked up. Its words are compared without endings. */
export interface Lexicon {
  readonly name: string;
  readonly phrases: PhraseBook;
  readonly sides: ReadonlyMap<string, Side>;
  readonly sounds: ReadonlyMap<string, Viseme>;
  readonly shapes: ReadonlyMap<string, Viseme>;
  readonly expressions: ReadonlySet<string>;
  readonly shading: ReadonlySet<string>;
  readonly empty: ReadonlySet<string>;
  /** Words that count beside others of the language only. */
  readonly shared: ReadonlySet<string>;
  /** Words without spaces between them, longest first; empty for other scripts. */
  readonly joined: readonly string[];
  /** A word as it is compared. */
  readonly stem: (word: string) => string;
}

/** Of a word, so many letters at least stay when its endings are left out. */
const SHORTEST_STEM = 3;

function lexiconOf(language: WrittenLanguage): Lexicon {
  const endings = list(language.endings).map(plainLetters).sort(byLength);
  const stem = (word: string) => withoutEndings(plainLetters(word), endings);
  const stems = (text: string) => list(text).flatMap((word) => wordsOf(word).map(stem));
  const empty = new Set(stems(language.empty));
  const phrases = ROLES.flatMap((role, order) =>
    list(language.roles[role] ?? '').map((phrase) => ({
      ...{ role, order: ORDER.indexOf(role) < 0 ? order : ORDER.indexOf(role) - ORDER.length },
      words: phrase
        .split(/[\s-]+/)
        .map((word) => stem(word.toLowerCase()))
        .filter((word) => !empty.has(word)),
    })),
  );
  const { shapes } = language;
  const lexicon = {
    name: language.name,
    phrases: new PhraseBook(phrases),
    sides: new Map<string, Side>([
      ...stems(language.left).map((word) => [word, 'left'] as const),
      ...stems(language.right).map((word) => [word, 'right'] as const),
    ]),
    sounds: new Map<string, Viseme>([
      ...Object.entries(language.sounds).flatMap(([viseme, words]) =>
        list(words).map((word) => [word.normalize('NFKC'), Number(viseme) as Viseme] as const),
      ),
      ...stems(language.rest).map((word) => [word, 0 as Viseme] as const),
    ]),
    shapes: new Map<string, Viseme>([
      ...stems(shapes.closed).map((word) => [word, 1 as Viseme] as const),
      ...stems(shapes.open).map((word) => [word, 10 as Viseme] as const),
      ...stems(shapes.half).map((word) => [word, 11 as Viseme] as const),
      ...stems(shapes.round).map((word) => [word, 13 as Viseme] as const),
    ]),
    expressions: new Set(stems(language.expressions)),
    shading: new Set(stems(language.shading)),
    empty,
    shared: new Set(stems(language.shared)),
    stem,
  };
  const words = [
    ...phrases.flatMap((phrase) => phrase.words),
    ...[lexicon.sides, lexicon.sounds, lexicon.shapes].flatMap((table) => [...table.keys()]),
    ...[lexicon.expressions, lexicon.shading, lexicon.empty].flatMap((set) => [...set]),
  ];
  return { ...lexicon, joined: words.filter(isWrittenTogether).sort(byLength) };
}

/** Roles that are told by a word which others hold as well ("eye", "teeth"): what says more goes first. */
const ORDER: readonly Role[] = [
  'upper teeth',
  'lower teeth',
  'upper lip',
  'lower lip',
  'closed eye',
];

const list = (text: string) =>
  text
    .split(',')
    .map((word) => word.trim())
    .filter(Boolean);
const byLength = (one: string, other: string) => other.length - one.length;

function withoutEndings(word: string, endings: readonly string[]): string {
  if (isWrittenTogether(word)) return word;
  let stem = word;
  for (;;) {
    const ending = endings.find(
      (one) => stem.endsWith(one) && stem.length - one.length >= SHORTEST_STEM,
    );
    if (!ending) return stem;
    stem = stem.slice(0, -ending.length);
  }
}

let made: readonly Lexicon[] | null = null;
let joinedWords: readonly string[] | null = null;

/** Every language but English. Made when artwork is first recognised: it takes a tenth of a second. */
export const lexicons = (): readonly Lexicon[] => (made ??= LANGUAGES.map(lexiconOf));
const joinedInAny = (): readonly string[] =>
  (joinedWords ??= [...new Set(lexicons().flatMap(({ joined }) => joined))].sort(byLength));

/** The words of a name, also where a script writes them without spaces: the longest that are known. */
export function partedWords(name: string): string[] {
  return wordsOf(name).flatMap((word) => (isWrittenTogether(word) ? partedWord(word) : [word]));
}

function partedWord(word: string): string[] {
  const found: string[] = [];
  let unknown = '';
  const flush = () => {
    if (unknown) found.push(unknown);
    unknown = '';
  };
  for (let at = 0; at < word.length;) {
    const known = joinedInAny().find((one) => word.startsWith(one, at));
    if (!known) unknown += word[at++];
    else {
      flush();
      found.push(known);
      at += known.length;
    }
  }
  flush();
  return found;
}
