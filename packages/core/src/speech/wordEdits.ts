import { SILENCE } from './visemes';
import type { Sound, SpokenWord, VoiceTrack } from './voiceTrack';

/** What is said in a stretch of a voice; seconds. Without words, whatever is heard there. */
export interface WordStretch {
  readonly start: number;
  readonly end: number;
  readonly text: string;
}

export type WordEdge = 'start' | 'end';

/** No word is made shorter, seconds. */
const SHORTEST = 0.04;

/**
 * What is to be aligned anew where an edge of a word goes elsewhere: the word, and the neighbour that it touches. It goes
 * no further than the neighbour's other edge.
 *
 * @param time seconds
 */
export function wordEdgeMoved(
  words: readonly SpokenWord[],
  index: number,
  edge: WordEdge,
  time: number,
): WordStretch[] {
  const word = words[index];
  if (!word) return [];
  const other = words[edge === 'start' ? index - 1 : index + 1];
  if (edge === 'start') {
    const touches = other?.end === word.start;
    const least = other ? (touches ? other.start + SHORTEST : other.end) : 0;
    const start = Math.max(least, Math.min(word.end - SHORTEST, time));
    const before = touches
      ? { ...other, end: start }
      : { start: Math.min(start, word.start), end: start, text: null };
    return stretches([before, { ...word, start }]);
  }
  const touches = other?.start === word.end;
  const most = other ? (touches ? other.end - SHORTEST : other.start) : Infinity;
  const end = Math.min(most, Math.max(word.start + SHORTEST, time));
  const after = touches
    ? { ...other, start: end }
    : { start: end, end: Math.max(end, word.end), text: null };
  return stretches([{ ...word, end }, after]);
}

interface MaybeWord {
  readonly start: number;
  readonly end: number;
  readonly text: string | null;
}

/** Stretches with words, and those that a word has left, in which nothing is said. */
function stretches(pieces: readonly MaybeWord[]): WordStretch[] {
  return pieces
    .filter(({ start, end }) => end > start)
    .map(({ start, end, text }) => ({ start, end, text: text ?? '' }));
}

/** A word and the one after it as one. */
export function wordsJoined(words: readonly SpokenWord[], index: number): WordStretch | null {
  const [first, second] = [words[index], words[index + 1]];
  if (!first || !second) return null;
  return { start: first.start, end: second.end, text: first.text + second.text };
}

/** A stretch in which nothing is said. */
export function silentPart(duration: number, like: VoiceTrack): VoiceTrack {
  const still = { viseme: SILENCE, phone: null, word: null, confidence: 1 } as const;
  return { ...like, duration, sounds: [{ start: 0, end: duration, ...still }], words: [] };
}

/**
 * What words said evenly would sound like in a stretch: for what can't be aligned to what was heard.
 *
 * @param said see textTrack
 */
export function squeezedInto(said: VoiceTrack, duration: number): VoiceTrack {
  const first = said.sounds.findIndex(({ viseme }) => viseme !== SILENCE);
  const last = said.sounds.findLastIndex(({ viseme }) => viseme !== SILENCE);
  if (first < 0) return silentPart(duration, said);
  const from = said.sounds[first]!.start;
  const factor = duration / (said.sounds[last]!.end - from);
  const placed = <Span extends Pick<Sound, 'start' | 'end'>>(span: Span): Span => ({
    ...span,
    start: (span.start - from) * factor,
    end: (span.end - from) * factor,
  });
  return {
    ...said,
    duration,
    sounds: said.sounds.slice(first, last + 1).map(placed),
    words: said.words.map(placed),
  };
}

/**
 * A script in which a word reads otherwise: the one that was found as one of the words of a voice.
 *
 * @param count how many words of the voice, from that one on, are written anew
 */
export function scriptWithWord(
  script: string,
  words: readonly SpokenWord[],
  index: number,
  text: string,
  count = 1,
): string {
  const places = placesOf(script, words);
  const [first, last] = [places[index], places[index + count - 1]];
  if (!first || !last) return script;
  return script.slice(0, first.start) + text + script.slice(last.end);
}

/** Where the words of a voice stand in its script; null for those that are not found, in order. */
function placesOf(script: string, words: readonly SpokenWord[]) {
  const lower = script.toLowerCase();
  let from = 0;
  return words.map(({ text }) => {
    const wanted = text.toLowerCase();
    const start = lower.indexOf(wanted, from);
    if (start < 0) return null;
    from = start + wanted.length;
    return { start, end: from };
  });
}
