import { spokenNumbers } from './numbers';

/** One word of a script as it stands there, and the ways in which it may be spoken. */
export interface ScriptWord {
  /** As written, without the punctuation around it. */
  readonly text: string;
  /** Each way a list of plain lower-case words: "2nd" is [["second"]], "1984" has three. */
  readonly spoken: readonly (readonly string[])[];
}

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
  const said = text
    .normalize('NFC')
    .replace(/[\u2018\u2019\u02bc\u2032`]/g, "'")
    .replace(/[\u201c\u201d\u00ab\u00bb]/g, '"')
    .replace(STAGE_DIRECTIONS, ' ')
    .replace(SPEAKER, ' ')
    .replace(/[\u2013\u2014]|--+|\.\.+|\u2026/g, ' ');
  return said
    .split(/\s+/)
    .filter((token) => WORD.test(token) || ABBREVIATIONS.has(token))
    .flatMap((token) => wordsOf(token, language));
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
    return [{ text: word || token, spoken: ways }];
  }
  const numbers = spokenNumbers(lower);
  if (numbers) return [{ text: trimmed(token) || token, spoken: numbers }];
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
  return [{ text: part, spoken: [spoken] }];
}

function plain(text: string): ScriptWord {
  const lower = text.toLowerCase();
  // Capitals may be initials: TV, NASA.
  const initials = /^\p{Lu}{2,5}$/u.test(text) ? [[...lower].map((letter) => `${letter}.`)] : [];
  return { text, spoken: [[lower], ...initials] };
}

function trimmed(token: string): string {
  return token
    .replace(/^[^\p{L}\p{M}\p{N}']+|[^\p{L}\p{M}\p{N}']+$/gu, '')
    .replace(/^'(?=\p{L}{4,})|(?<!s)'$/gu, '');
}
