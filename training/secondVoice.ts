/**
 * Measures how often a second voice is found: in recordings of one speaker, where it must not be, and in those into
 * which clips of another speaker of the same production were put. Clips of the training split only.
 *
 *   node --import tsx training/secondVoice.ts FOLDER_OF_THE_SPEECH
 */
import { execFileSync } from 'node:child_process';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { VoiceCheck } from '@cruvo/core/audio';
import { RATE } from './clips';

const [folder] = process.argv.slice(2);
if (!folder) throw new Error('Say where the speech is.');
const split = JSON.parse(readFileSync(join(folder, 'split.json'), 'utf8')) as { train: string[] };
const train = new Set(split.train);
const SILENCE = new Float32Array(RATE / 2);
const SHORTEST = 0.8;

function decoded(path: string): Float32Array {
  const raw = ['-v', 'error', '-i', path, '-ac', '1', '-ar', String(RATE), '-f', 'f32le', '-'];
  const bytes = execFileSync('ffmpeg', raw, { maxBuffer: 1 << 28 });
  return new Float32Array(new Uint8Array(bytes).buffer);
}

const speakers = readdirSync(join(folder, 'human')).flatMap((name) => {
  const files = readdirSync(join(folder, 'human', name))
    .filter((file) => file.endsWith('.flac') && train.has(file.replace('.flac', '')))
    .slice(0, 24);
  const clips = files
    .map((file) => decoded(join(folder, 'human', name, file)))
    .filter(({ length }) => length >= SHORTEST * RATE);
  return clips.length >= 12 ? [{ name, production: name.split('-')[0]!, clips }] : [];
});

/** Some of a list, the same at each run. */
function some<Item>(list: readonly Item[], count: number, turn: number): Item[] {
  return Array.from({ length: count }, (_, at) => list[(turn * 7 + at * 5) % list.length]!);
}

function isFoundIn(clips: readonly Float32Array[]): boolean {
  const check = new VoiceCheck(RATE);
  for (const clip of clips) {
    check.push(clip);
    check.push(SILENCE);
  }
  return check.finish().troubles.some(({ kind }) => kind === 'second voice');
}

const share = (found: readonly boolean[]) =>
  `${Math.round((100 * found.filter(Boolean).length) / found.length)} % of ${found.length}`;

const alone = speakers.flatMap(({ clips }) =>
  [0, 1, 2, 3, 4].map((turn) => isFoundIn(some(clips, 10, turn))),
);
const joined = speakers.flatMap((one) =>
  speakers
    .filter((other) => other !== one && other.production === one.production)
    .map((other, turn) => isFoundIn([...some(one.clips, 8, turn), ...some(other.clips, 3, turn)])),
);
console.log(
  `${speakers.length} speakers. Found with one speaker: ${share(alone)}; with two: ${share(joined)}.`,
);
