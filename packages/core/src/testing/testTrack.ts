import { SILENCE, type Viseme } from '../speech/visemes';
import { TRACK_VERSION, type VoiceTrack } from '../speech/voiceTrack';

/** A stretch of one sound: viseme, seconds, and the word it belongs to. */
export type TestSound = readonly [viseme: Viseme, seconds: number, word?: string];

const LOUD = -20;
const STILL = -70;

/** A track that says the given sounds one after the other: loud where they are spoken, still elsewhere. */
export function testTrack(...parts: TestSound[]): VoiceTrack {
  let at = 0;
  const sounds = parts.map(([viseme, seconds, word = null]) => {
    const start = at;
    at = Math.round((at + seconds) * 1000) / 1000;
    return { start, end: at, viseme, phone: null, word, confidence: 0.9 };
  });
  const values = Array.from({ length: Math.ceil(at * 100) }, (_, index) => {
    const time = (index + 0.5) / 100;
    const sound = sounds.find(({ start, end }) => time >= start && time < end);
    return sound && sound.viseme !== SILENCE ? LOUD : STILL;
  });
  return {
    version: TRACK_VERSION,
    duration: at,
    sounds,
    words: [],
    deviations: null,
    loudness: { rate: 100, values },
    sides: null,
    spectrum: null,
    pitch: null,
    quality: null,
  };
}
