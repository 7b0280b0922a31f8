import { firstWhere } from '../numbers';
import type { Sound, VoiceTrack } from '../speech/voiceTrack';
import { SILENCE } from '../speech/visemes';
import { syllablesOf, type Syllable } from './syllables';

/** A word, or a syllable where the script was not known: what may be stressed. Times in seconds of the voice. */
export interface SpokenUnit {
  readonly text: string | null;
  readonly start: number;
  readonly end: number;
  readonly sounds: readonly Sound[];
  /** Its vowels; at least one. */
  readonly syllables: readonly Syllable[];
}

/** Pauses of so many seconds part units that would otherwise be one, such as a word said twice. */
const APART = 0.05;

/** What of a voice may be stressed, in order. */
export function spokenUnits(track: VoiceTrack): readonly SpokenUnit[] {
  const syllables = syllablesOf(track);
  const known = track.sounds.some(({ word }) => word !== null);
  const spans = known ? wordSpans(track.sounds) : syllableSpans(track.sounds, syllables);
  return spans.flatMap(({ text, sounds }) => {
    const [start, end] = [sounds[0]!.start, sounds.at(-1)!.end];
    const from = firstWhere(syllables, (syllable) => syllable.start >= start);
    const to = firstWhere(syllables, (syllable) => syllable.start >= end);
    const own = syllables.slice(from, to);
    return own.length === 0 ? [] : [{ text, start, end, sounds, syllables: own }];
  });
}

function wordSpans(sounds: readonly Sound[]) {
  const spans: { text: string; sounds: Sound[] }[] = [];
  let before: Sound | null = null;
  for (const sound of sounds) {
    if (sound.viseme === SILENCE || sound.word === null) continue;
    const joins = before?.word === sound.word && sound.start - before.end < APART;
    if (joins) spans.at(-1)!.sounds.push(sound);
    else spans.push({ text: sound.word, sounds: [sound] });
    before = sound;
  }
  return spans;
}

/** From the consonants before a vowel to its end; those that follow go to the next one, or to the last before a pause. */
function syllableSpans(sounds: readonly Sound[], syllables: readonly Syllable[]) {
  const spans: { text: null; sounds: Sound[] }[] = [];
  let next = 0;
  let open: Sound[] = [];
  for (const sound of sounds) {
    if (sound.viseme === SILENCE) {
      if (open.length > 0) spans.at(-1)?.sounds.push(...open);
      open = [];
      continue;
    }
    open.push(sound);
    if (sound.end === syllables[next]?.end) {
      spans.push({ text: null, sounds: open });
      open = [];
      next++;
    }
  }
  if (open.length > 0) spans.at(-1)?.sounds.push(...open);
  return spans;
}
