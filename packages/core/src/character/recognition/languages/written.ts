import type { Viseme } from '../../../speech/visemes';
import type { Role } from '../words';

/** How people who draw in a language call things: words with commas between them, several words in any order. */
export interface WrittenLanguage {
  /** ISO 639-1. */
  readonly code: string;
  /** In English, for the naming sheet. */
  readonly name: string;
  readonly roles: Readonly<Partial<Record<Role, string>>>;
  /** The character's own sides. */
  readonly left: string;
  readonly right: string;
  /** Words for what a mouth looks like. */
  readonly shapes: {
    readonly closed: string;
    readonly open: string;
    readonly half: string;
    readonly round: string;
  };
  /** Words for a mouth that says nothing. */
  readonly rest: string;
  /** Mouths that show something. */
  readonly expressions: string;
  /** Sounds that English has no letters for, or writes with others. */
  readonly sounds: Readonly<Partial<Record<Viseme, string>>>;
  /** Words for shade and light on something, which is not that thing. */
  readonly shading: string;
  /** Words that say nothing. */
  readonly empty: string;
  /** Endings that words take in plurals and cases, which are left out where words are compared. */
  readonly endings: string;
  /** Words that mean something else in English or elsewhere: they count beside others of the language. */
  readonly shared: string;
}
