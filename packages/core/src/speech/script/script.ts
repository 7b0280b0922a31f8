import { spokenNumbers } from './numbers';

/** One word of a script as it stands there, and the ways in which it may be spoken. */
export interface ScriptWord {
  /** As written, without the punctuation around it. */
  readonly text: string;
  /** Each way a list of plain lower-case words: "2nd" is [["second"]], "1984" has three. */
  readonly spoken: readonly (readonly string[])[];
  /** What its punctuation has a speaker do after it. */
  readonly pause: Pause;
}

/** A pause after a word: of a clause, or of a sentence. */
export type Pause = 'none' | 'clause' | 'sentence';

/** Longest text that is taken as a script, characters: about ten hours of speech. */
export const LONGEST_SCRIPT = 600_000;

const STAGE_DIRECTIONS = /\[[^\]]*\]|\([^)]*\)|\{[^}]*\}|\*[^*\n]{1,80}\*|<[^>\n]{1,80}>/g;
/** A speaker's name that begins a paragraph: "ISBEL:" or "Isbel the otter:". */
const SPEAKER = /^[ \t]*(?:\p{Lu}[\p{Lu}\p{N} .'-]{0,40}|\p{Lu}\p{L}*(?: \p{L}+){0,3}):(?=\s)/gmu;
const WORD = /[\p{L}\p{M}\p{N}]/u;

const ABBREVIATIONS: ReadonlyMap<string, string> = new Map([
  ['mr.', 'mister'],
  ['mrs.', 'missus'],
  ['ms.', 'miz'],
  ['dr.', 'doctor'],
  ['prof.', 'professor'],
  ['st.', 'saint'],
  ['jr.', 'junior'],
  ['sr.', 'senior'],
  ['vs.', 'versus'],
  ['etc.', 'et cetera'],
  ['e.g.', 'for example'],
  ['i.e.', 'that is'],
  ['no.', 'number'],
  ['approx.', 'approximately'],
  ['capt.', 'captain'],
  ['sgt.', 'sergeant'],
  ['lt.', 'lieutenant'],
  ['mt.', 'mount'],
  ['ft.', 'feet'],
  ['min.', 'minutes'],
  ['sec.', 'seconds'],
  ['&', 'and'],
  ['%', 'percent'],
  ['+', 'plus'],
  ['=', 'equals'],
  ['@', 'at'],
]);

/**
 * The words that an actor would say: without stage directions in brackets or between asterisks, without
 * the speaker's name before a colon, with numbers and abbreviations as they are spoken.
 *
 * @param language two letters; numbers and abbreviations are spelt out for English only
 */
export function readScript(text: string, language: string): ScriptWord[] {
  const said = sayable(text).replace(/[\u2013\u2014]|--+|\.\.+|\u2026/g, ', ');
  const words: ScriptWord[] = [];
  for (const token of said.split(/\s+/)) {
    if (WORD.test(token) || ABBREVIATIONS.has(token)) words.push(...wordsOf(token, language));
    const pause = pauseAfter(token);
    const last = words.at(-1);
    if (last && pause !== 'none') words[words.length - 1] = { ...last, pause };
  }
  return words;
}

/** A script with nothing in it but what is said, its punctuation included. */
export function sayable(text: string): string {
  return withPlainQuotes(text.normalize('NFC'))
    .replace(STAGE_DIRECTIONS, ' ')
    .replace(SPEAKER, ' ');
}

/** What is said, as it is written: as sayable, with its own quotation marks and apostrophes. */
export function writtenText(text: string): string {
  return text.normalize('NFC').replace(STAGE_DIRECTIONS, ' ').replace(SPEAKER, ' ');
}

/** The same text, letter for letter, with straight quotation marks and apostrophes. */
export function withPlainQuotes(text: string): string {
  return text
    .replace(/[\u2018\u2019\u02bc\u2032`]/g, "'")
    .replace(/[\u201c\u201d\u00ab\u00bb]/g, '"');
}

/** What the punctuation of a piece of text has a speaker do after it. */
export function pauseAfter(token: string): Pause {
  if (ABBREVIATIONS.has(token.toLowerCase())) return 'none';
  if (/[.!?][^\p{L}\p{N}]*$/u.test(token)) return 'sentence';
  return /[,;:][^\p{L}\p{N}]*$/u.test(token) ? 'clause' : 'none';
}

function wordsOf(token: string, language: string): ScriptWord[] {
  if (language !== 'en') return [plain(trimmed(token))];
  const lower = token.toLowerCase().replace(/^["'([{<]+|["')\]}>,;:!?]+$/g, '');
  const abbreviation = ABBREVIATIONS.get(lower);
  if (abbreviation) {
    const word = trimmed(token);
    const ways = [abbreviation.split(' ')];
    // At the end of a sentence, "no." may be just no.
    if (/^[a-z]+\.$/.test(lower)) ways.push([lower.slice(0, -1)]);
    return [{ text: word || token, spoken: ways, pause: 'none' }];
  }
  const numbers = spokenNumbers(lower);
  if (numbers) return [{ text: trimmed(token) || token, spoken: numbers, pause: 'none' }];
  // Words joined by hyphens or slashes are said one after the other.
  return trimmed(token)
    .split(/[-/]/)
    .filter((part) => WORD.test(part))
    .flatMap((part) => (/\d/.test(part) ? digitsAndLetters(part) : [plain(part)]));
}

function digitsAndLetters(part: string): ScriptWord[] {
  const spoken = part
    .toLowerCase()
    .split(/(\d+)/)
    .filter(Boolean)
    .flatMap((piece) => (spokenNumbers(piece) ?? [[piece]])[0]!);
  return [{ text: part, spoken: [spoken], pause: 'none' }];
}

function plain(text: string): ScriptWord {
  const lower = text.toLowerCase();
  // Capitals may be initials: TV, NASA.
  const initials = /^\p{Lu}{2,5}$/u.test(text) ? [[...lower].map((letter) => `${letter}.`)] : [];
  return { text, spoken: [[lower], ...initials], pause: 'none' };
}

function trimmed(token: string): string {
  return token
    .replace(/^[^\p{L}\p{M}\p{N}']+|[^\p{L}\p{M}\p{N}']+$/gu, '')
    .replace(/^'(?=\p{L}{4,})|(?<!s)'$/gu, '');
}
