import { VISEME_NAMES, type Viseme } from '../../speech/visemes';
import { LANGUAGES } from './languages';
import {
  EXPRESSION_WORDS,
  LOUDNESS_WORDS,
  ROLE_WORDS,
  ROLES,
  SHAPE_WORDS,
  SIDE_WORDS,
  SOUND_WORDS,
} from './words';

/** A thing and the words for it. */
export interface NamedThing {
  readonly what: string;
  readonly words: readonly string[];
}

/** What layers can be called in one language. */
export interface NamingTables {
  readonly left: readonly string[];
  readonly right: readonly string[];
  readonly parts: readonly NamedThing[];
  readonly sounds: readonly NamedThing[];
  /** What a mouth looks like, where no sound is named. */
  readonly shapes: readonly NamedThing[];
  readonly loudness: readonly string[];
  readonly expressions: readonly string[];
}

/** Code and English name of each language that layers can be named in. */
export const NAMING_LANGUAGES: readonly (readonly [code: string, name: string])[] = [
  ['en', 'English'],
  ...LANGUAGES.map(({ code, name }) => [code, name] as const),
];

/** The words of a language. @param code one of `NAMING_LANGUAGES`; English where it is none of them */
export function namingTables(code: string): NamingTables {
  const language = LANGUAGES.find((one) => one.code === code);
  const soundsOf = (words: readonly (readonly [Viseme, readonly string[]])[]) =>
    words.map(([viseme, names]) => ({ what: VISEME_NAMES[viseme]!, words: names }));
  if (!language) {
    return {
      ...{ left: SIDE_WORDS.left, right: SIDE_WORDS.right },
      parts: ROLES.map((role) => ({ what: role, words: ROLE_WORDS[role] })),
      sounds: soundsOf(SOUND_WORDS),
      shapes: soundsOf(SHAPE_WORDS),
      loudness: Object.keys(LOUDNESS_WORDS),
      expressions: EXPRESSION_WORDS,
    };
  }
  const { roles, left, right, sounds, shapes, rest, expressions } = language;
  const own = (viseme: Viseme) => (viseme === 0 ? rest : (sounds[viseme] ?? ''));
  return {
    ...{ left: listed(left), right: listed(right) },
    parts: ROLES.map((role) => ({ what: role, words: listed(roles[role] ?? '') })),
    // Letters are the same in all languages that have them.
    sounds: soundsOf(
      SOUND_WORDS.map(([viseme, words]) => {
        const letters = words.filter((word) => word.length === 1 && word !== 'x');
        return [viseme, [...listed(own(viseme)), ...letters]] as const;
      }),
    ),
    shapes: soundsOf([
      [1, listed(shapes.closed)],
      [10, listed(shapes.open)],
      [11, listed(shapes.half)],
      [13, listed(shapes.round)],
    ]),
    loudness: [],
    expressions: listed(expressions),
  };
}

const listed = (text: string) =>
  text
    .split(',')
    .map((word) => word.trim())
    .filter(Boolean);

/** The table of names in a language as a page for artists, in Markdown. */
export function namingSheet(code = 'en'): string {
  const { left, right, parts, sounds, shapes, loudness, expressions } = namingTables(code);
  const words = (list: readonly string[]) => list.map((word) => `\`${word}\``).join(', ');
  const rows = (things: readonly NamedThing[]) =>
    things.map((thing) => `| ${thing.what} | ${words(thing.words)} |`);
  return [
    '# The naming sheet',
    '',
    'Name layers and groups in ordinary words, in any order, case and separator; plurals and numbers are fine. What is',
    'not listed keeps its place and simply belongs to the character.',
    '',
    `**Sides** are the character's own: ${words(left)} and ${words(right)}.`,
    '',
    '## Parts',
    '',
    '| part | names |',
    '| --- | --- |',
    ...rows(parts),
    '',
    'Inside a group of eyes, `open`, `closed` and `white` are enough. Numbered closed eyes become a blink over several',
    'drawings.',
    '',
    '## Mouth drawings',
    '',
    'Inside a group named `mouth`, or with `mouth` before them: `mouth ah`. Where a program has no groups, three or more one',
    'above another are found as well: `rest`, `AH`, `OO`. Several sounds for one drawing: `F V`. Groups inside the mouth are',
    'moods. Numbers alone make steps, or from five on a strip.',
    '',
    '| sound | names |',
    '| --- | --- |',
    ...rows(sounds),
    '',
    '**What it looks like**, where no sound is named: ' +
      shapes.map(({ what, words: names }) => `${words(names)} for ${what}`).join('; ') +
      '.',
    '',
    'Words that are not listed are passed over where a sound of two letters or more is named: `round oh`, `EE with teeth`.',
    '',
    ...(loudness.length > 0 ? [`**How loud** a sound is drawn: ${words(loudness)}.`, ''] : []),
    `**Expressions**, which say nothing: ${words(expressions)}.`,
    '',
  ].join('\n');
}
