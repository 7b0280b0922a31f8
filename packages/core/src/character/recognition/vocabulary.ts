import type { Side } from './meaning';
import { lexicons, partedWords, PhraseBook, type Lexicon } from './lexicon';
import { isWrittenTogether, singular } from './tokens';
import { ROLE_WORDS, SHADING_WORDS, SIDE_WORDS, WORDS_WITHIN_EYES, type Role } from './words';

/** A language that a file is named in. */
export interface SpokenLanguage {
  readonly lexicon: Lexicon;
  /** Whether so much of it is there that a name in it is no chance. */
  readonly sure: boolean;
}

/** What words say of a part. */
export interface NamedRole {
  readonly role: Role;
  /** Whether nothing is in the name that it doesn't say. */
  readonly whole: boolean;
}

const ENGLISH_PHRASES = new PhraseBook(
  (Object.entries(ROLE_WORDS) as [Role, readonly string[]][]).flatMap(([role, phrases], order) =>
    phrases.map((phrase) => ({ role, order, words: phrase.split(' ').map(singular) })),
  ),
);
const ENGLISH_SIDES: ReadonlyMap<string, Side> = new Map(
  (['left', 'right'] as const).flatMap((side) =>
    SIDE_WORDS[side].map((word) => [word, side] as const),
  ),
);
const isNumber = (word: string) => /^\p{N}+$/u.test(word);

/**
 * The languages that layers are named in beside English: those of which a role is named by a word that means nothing in
 * English, the most spoken first.
 */
export function spokenIn(names: readonly string[]): readonly SpokenLanguage[] {
  const english = new Vocabulary([]);
  const parted = names.map(partedWords).filter((words) => !english.roleIn(words, false));
  return lexicons()
    .map((lexicon) => {
      const hits = parted.filter((words) => tells(lexicon, words));
      const script = hits.some((words) => words.some((word) => !/\p{Script=Latin}/u.test(word)));
      return { lexicon, hits: hits.length, sure: hits.length > 1 || script };
    })
    .filter(({ hits }) => hits > 0)
    .sort((a, b) => b.hits - a.hits);
}

/** Whether words name a role in a language, with one that belongs to it alone. */
function tells({ phrases, sides, stem, shared }: Lexicon, words: readonly string[]): boolean {
  const stems = words.map(stem);
  const isOwn = (word: string) => !shared.has(word) && (word.length > 2 || isWrittenTogether(word));
  const hasSide = stems.some((word) => sides.has(word) && isOwn(word));
  for (const phrase of phrases.with(stems)) {
    const isThere = phrase.words.every((word) => stems.includes(word));
    if (isThere && (hasSide || phrase.words.some(isOwn))) return true;
  }
  return false;
}

/** What words of layers' names mean, in English and the languages of a file. */
export class Vocabulary {
  constructor(private readonly spoken: readonly SpokenLanguage[]) {}

  get lexicons(): readonly Lexicon[] {
    return this.spoken.map(({ lexicon }) => lexicon);
  }

  /** The side that words name, and the other words. */
  sideIn(words: readonly string[]): { side: Side | null; words: readonly string[] } {
    // What is written out says more than a letter, and a letter on its own is a name.
    for (const isLong of [true, false]) {
      const at = words.findIndex((word) => {
        const isTold = isLong ? word.length > 1 || isWrittenTogether(word) : word.length === 1;
        return isTold && (isLong || words.length > 1) && this.sideOf(word) !== null;
      });
      if (at >= 0) {
        return { side: this.sideOf(words[at]!), words: words.filter((_, index) => index !== at) };
      }
    }
    return { side: null, words };
  }

  private sideOf(word: string): Side | null {
    for (const { lexicon } of this.spoken) {
      const found = lexicon.sides.get(lexicon.stem(word));
      if (found) return found;
      if (lexicon.empty.has(lexicon.stem(word))) return null;
    }
    return ENGLISH_SIDES.get(word) ?? null;
  }

  /** Whether words speak of shade or light on something. */
  isShading(words: readonly string[]): boolean {
    return words.some((word) => SHADING_WORDS.has(singular(word)) || this.isShadingElsewhere(word));
  }

  /** In the language that is spoken most of those that know the word. */
  private isShadingElsewhere(word: string): boolean {
    for (const { shading, phrases, stem } of this.lexicons) {
      const own = stem(word);
      if (shading.has(own)) return true;
      if (phrases.has(own)) return false;
    }
    return false;
  }

  /**
   * The role that most words speak for; of equals, the one that leaves less of the name unsaid, and then the most
   * telling.
   *
   * @param words without those of sides
   * @param withinEyes whether a group around says that it is about eyes
   */
  roleIn(words: readonly string[], withinEyes: boolean): NamedRole | null {
    const told = words.filter((word) => !isNumber(word));
    const english = told.map(singular);
    if (withinEyes && told.length === 1 && Object.hasOwn(WORDS_WITHIN_EYES, english[0]!)) {
      return { role: WORDS_WITHIN_EYES[english[0]!]!, whole: true };
    }
    const candidates = [
      best(ENGLISH_PHRASES, english, [], true, NOTHING),
      ...this.spoken.map(({ lexicon, sure }) => {
        const stems = told.map(lexicon.stem).filter((word) => !lexicon.empty.has(word));
        const around = withinEyes ? eyeWords(lexicon) : [];
        // One word that others have as well is no sign of a language.
        return best(lexicon.phrases, stems, around, sure, sure ? NOTHING : lexicon.shared);
      }),
    ];
    const [found] = candidates
      .filter((one) => one !== null)
      .sort((a, b) => b.matched - a.matched || a.unsaid - b.unsaid);
    return found ? { role: found.role, whole: found.unsaid === 0 && found.sure } : null;
  }
}

interface Candidate {
  readonly role: Role;
  readonly matched: number;
  readonly unsaid: number;
  readonly sure: boolean;
}

const NOTHING: ReadonlySet<string> = new Set();

/**
 * @param around words that are understood, beside those that are there
 * @param weak words that mean something only beside others
 */
function best(
  phrases: PhraseBook,
  words: readonly string[],
  around: readonly string[],
  sure: boolean,
  weak: ReadonlySet<string>,
): Candidate | null {
  let found: (Candidate & { readonly order: number }) | null = null;
  for (const { role, order, words: phrase } of phrases.with(words)) {
    if (!phrase.every((word) => words.includes(word) || around.includes(word))) continue;
    if (phrase.every((word) => weak.has(word))) continue;
    const own = phrase.filter((word) => words.includes(word)).length;
    const matched = phrase.length;
    if (found && (matched < found.matched || (matched === found.matched && order >= found.order))) {
      continue;
    }
    found = { role, order, matched, unsaid: Math.max(0, words.length - own), sure };
  }
  return found;
}

const eyeWords = ({ phrases }: Lexicon) =>
  phrases.all.flatMap(({ role, words }) => (role === 'eyes' && words.length === 1 ? words : []));
