import { VISEME_NAMES } from '../../speech/visemes';
import {
  EXPRESSION_WORDS,
  LOUDNESS_WORDS,
  ROLE_WORDS,
  ROLES,
  SHAPE_WORDS,
  SIDE_WORDS,
  SOUND_WORDS,
} from './words';

/** The table of names as a page for artists, in Markdown. */
export function namingSheet(): string {
  const words = (list: readonly string[]) => list.map((word) => `\`${word}\``).join(', ');
  return [
    '# The naming sheet',
    '',
    'Name layers and groups in ordinary words, in any order, case and separator; plurals and numbers are fine. What is',
    'not listed keeps its place and simply belongs to the character.',
    '',
    `**Sides** are the character's own: ${words(SIDE_WORDS.left)} and ${words(SIDE_WORDS.right)}.`,
    '',
    '## Parts',
    '',
    '| part | names |',
    '| --- | --- |',
    ...ROLES.map((role) => `| ${role} | ${words(ROLE_WORDS[role])} |`),
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
    ...SOUND_WORDS.map(([viseme, names]) => `| ${VISEME_NAMES[viseme]!} | ${words(names)} |`),
    '',
    '**What it looks like**, where no sound is named: ' +
      SHAPE_WORDS.map(([viseme, names]) => `${words(names)} for ${VISEME_NAMES[viseme]!}`).join(
        '; ',
      ) +
      '.',
    '',
    'Words that are not listed are passed over where a sound of two letters or more is named: `round oh`, `EE with teeth`.',
    '',
    `**How loud** a sound is drawn: ${words(Object.keys(LOUDNESS_WORDS))}.`,
    '',
    `**Expressions**, which say nothing: ${words(EXPRESSION_WORDS)}.`,
    '',
  ].join('\n');
}
