import type { AlignableWord } from './alignment/alignment';
import { continues, phoneName, SILENT_PHONE, visemeOf } from './model/phones';
import type { Pause } from './script/script';
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

/** Seconds between words, by what stands between them. */
const PAUSES: Readonly<Record<Pause, number>> = { none: 0, clause: 0.2, sentence: 0.45 };
/** Words a minute of running English at these lengths: measured over the texts that ship with Cruvo. */
const OWN_PACE = 150;

const VOWELS = /^(aa|ae|ah|ao|eh|er|ih|iy|uh|uw)$/;
const DIPHTHONG = /^(aw|ay|ey|ow|oy)/;

/**
 * What a voice would do that says words evenly, with pauses where their punctuation wants them: for mouths to be tried on,
 * and for lines without a voice.
 *
 * @param wordsPerMinute of running English text
 */
export function textTrack(
  words: readonly AlignableWord[],
  wordsPerMinute: number = OWN_PACE,
): VoiceTrack {
  const slowness = OWN_PACE / wordsPerMinute;
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
  words.forEach(({ text, ways, pause = 'none' }, place) => {
    const phones = ways[0] ?? [];
    const start = at;
    phones.forEach((phone, index) => {
      if (phone === SILENT_PHONE) return;
      const name = phoneName(phone);
      const viseme = visemeOf(phone, phones[index + 1]);
      const previous = index > 0 && continues(phone, phones[index - 1]!);
      const length =
        DIPHTHONG.test(name) || previous ? HALF : VOWELS.test(name) ? VOWEL : CONSONANT;
      add(slowness * length, { viseme, phone: name, word: text, confidence: 1 });
    });
    if (at > start) spoken.push({ text, start, end: at });
    const rest = place < words.length - 1 ? PAUSES[pause] : 0;
    if (rest > 0) add(slowness * rest, still);
  });
  add(ROOM, still);
  return trackOfSounds(sounds, spoken, at);
}

/**
 * What is known of a voice of which only its sounds are.
 *
 * @param sounds in order, touching each other, from 0 to the end
 * @param duration seconds
 */
export function trackOfSounds(
  sounds: readonly Sound[],
  words: readonly SpokenWord[],
  duration: number,
): VoiceTrack {
  const values = Array.from({ length: Math.ceil(duration * RATE) }, () => QUIET);
  for (const { start, end } of runsOfSpeech(sounds)) {
    const reach = (LEVEL - QUIET) / FALL;
    const from = Math.max(0, Math.floor((start - reach) * RATE));
    const to = Math.min(values.length, Math.ceil((end + reach) * RATE));
    for (let index = from; index < to; index++) {
      const time = (index + 0.5) / RATE;
      const level = LEVEL - FALL * Math.max(0, start - time, time - end);
      values[index] = Math.max(values[index]!, level);
    }
  }
  return {
    version: TRACK_VERSION,
    duration,
    sounds,
    words,
    deviations: null,
    loudness: { rate: RATE, values },
    sides: null,
    spectrum: null,
    pitch: null,
    quality: null,
  };
}

/** Stretches without a pause. */
function runsOfSpeech(sounds: readonly Sound[]) {
  const runs: { start: number; end: number }[] = [];
  for (const { start, end, viseme } of sounds) {
    if (viseme === SILENCE) continue;
    const last = runs.at(-1);
    if (last?.end === start) last.end = end;
    else runs.push({ start, end });
  }
  return runs;
}
