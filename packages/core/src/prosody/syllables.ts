import type { VoiceTrack } from '../speech/voiceTrack';
import { OPEN_VOWEL } from '../speech/visemes';

/** The vowel of a syllable, where it is felt to begin. Times in seconds of the voice. */
export interface Syllable {
  readonly start: number;
  readonly end: number;
  /** The word that it belongs to; null where the script was not known. */
  readonly word: string | null;
}

/** The syllables of a voice, in order: vowels that follow each other in one word are one. */
export function syllablesOf({ sounds }: VoiceTrack): readonly Syllable[] {
  const syllables: { start: number; end: number; word: string | null }[] = [];
  for (const { viseme, start, end, word } of sounds) {
    if (viseme < OPEN_VOWEL) continue;
    const last = syllables.at(-1);
    if (last?.end === start && last.word === word) last.end = end;
    else syllables.push({ start, end, word });
  }
  return syllables;
}
