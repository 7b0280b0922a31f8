import type { AlignableWord } from './alignment/alignment';
import { continues, phoneName, SILENT_PHONE, visemeOf } from './model/phones';
import { SILENCE } from './visemes';
import { TRACK_VERSION, type Sound, type SpokenWord, type VoiceTrack } from './voiceTrack';

/** Seconds a sound lasts at an even pace (after the mean durations in Klatt 1976): vowels, halves of diphthongs, others. */
const VOWEL = 0.13;
const HALF = 0.09;
const CONSONANT = 0.075;
/** Seconds before and after all words, and the level of the speech between, dBFS. */
const ROOM = 0.25;
const LEVEL = -20;
const QUIET = -70;
/** dB by which the level falls within a second before and after the words: a mouth opens by and by. */
const FALL = 400;
const RATE = 100;

const VOWELS = /^(aa|ae|ah|ao|eh|er|ih|iy|uh|uw)$/;
const DIPHTHONG = /^(aw|ay|ey|ow|oy)/;

/** What a voice would do that says words evenly: for mouths to be tried on, and for lines without a voice. */
export function textTrack(words: readonly AlignableWord[]): VoiceTrack {
  const sounds: Sound[] = [];
  const spoken: SpokenWord[] = [];
  let at = 0;
  const add = (seconds: number, sound: Omit<Sound, 'start' | 'end'>) => {
    const end = Math.round((at + seconds) * 1000) / 1000;
    sounds.push({ start: at, end, ...sound });
    at = end;
  };
  const still = { viseme: SILENCE, phone: null, word: null, confidence: 1 } as const;
  add(ROOM, still);
  for (const { text, ways } of words) {
    const phones = ways[0] ?? [];
    const start = at;
    phones.forEach((phone, index) => {
      if (phone === SILENT_PHONE) return;
      const name = phoneName(phone);
      const viseme = visemeOf(phone, phones[index + 1]);
      const previous = index > 0 && continues(phone, phones[index - 1]!);
      const length =
        DIPHTHONG.test(name) || previous ? HALF : VOWELS.test(name) ? VOWEL : CONSONANT;
      add(length, { viseme, phone: name, word: text, confidence: 1 });
    });
    if (at > start) spoken.push({ text, start, end: at });
  }
  add(ROOM, still);
  const first = sounds[0]!.end;
  const last = sounds.at(-1)!.start;
  const values = Array.from({ length: Math.ceil(at * RATE) }, (_, index) => {
    const time = (index + 0.5) / RATE;
    return Math.max(QUIET, LEVEL - FALL * Math.max(0, first - time, time - last));
  });
  return {
    version: TRACK_VERSION,
    duration: at,
    sounds,
    words: spoken,
    deviations: null,
    loudness: { rate: RATE, values },
    spectrum: null,
    quality: null,
  };
}
