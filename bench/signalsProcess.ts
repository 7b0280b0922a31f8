// Run by parts/life.ts in a process of its own, which holds nothing but what signals need.
import { heardChannel, PitchMeter } from '@cruvo/core/audio';
import { accentsOf, featureCurve, fittedEnds, phrasesOf } from '@cruvo/core/prosody';
import type { VoiceTrack } from '@cruvo/core/speech';
import { decodeVoice, WORKING_RATE } from '@cruvo/media/voice';

const MINUTES = 10;
const [path] = process.argv.slice(2) as [string];

const pieces: number[] = [];
await decodeVoice(path, path, (block) => {
  for (const sample of heardChannel(block, 'both')) pieces.push(sample);
});
const voice = Float32Array.from(pieces);
// The voice comes in again and again, as a long recording does: block by block, of which none is kept.
const meter = new PitchMeter(WORKING_RATE);
const begin = performance.now();
for (let done = 0; done < MINUTES * 60 * WORKING_RATE; done += voice.length) meter.push(voice);
const pitch = meter.finish();
const heard = performance.now();
const track = longTrack(pitch.values);
phrasesOf(track);
accentsOf(track);
for (const kind of ['loudness', 'pitch', 'intonation'] as const) {
  fittedEnds(featureCurve(track, { kind })!, track, kind);
}
console.log(
  JSON.stringify({
    pitch: (heard - begin) / 1000,
    rest: (performance.now() - heard) / 1000,
    megabytes: process.resourceUsage().maxRSS / 1024,
  }),
);

/** What might be heard in so long a voice: phrases of words of two syllables. */
function longTrack(pitch: readonly number[]): VoiceTrack {
  const duration = pitch.length / 50;
  const sounds: VoiceTrack['sounds'][number][] = [];
  for (let time = 0, at = 0; time < duration; at++) {
    const phone = at % 33 === 0 ? null : ['d', 'aa', 'n', 'iy'][at % 4]!;
    const viseme = phone === null ? 0 : ([4, 10, 8, 12] as const)[at % 4]!;
    const end = Math.min(duration, time + (phone === null ? 0.4 : 0.08));
    const word = phone === null ? null : `w${Math.floor(at / 4)}`;
    sounds.push({ start: time, end, viseme, phone, word, confidence: 1 });
    time = end;
  }
  const loudness = {
    rate: 100,
    values: Array.from({ length: duration * 100 }, (_, at) => -30 + 10 * Math.sin(at / 9)),
  };
  return {
    ...{ version: 4, duration, sounds, words: [], deviations: null, loudness },
    ...{ sides: null, spectrum: null, pitch: { rate: 50, values: pitch }, quality: null },
  };
}
