/**
 * Scores the sound model on labelled recordings through the product's own code.
 *
 *   evaluate.ts WEIGHTS DATA_FOLDER [--ways voice,script,live] [--groups known,never] [--few]
 *               [--pairs PAIRS.json] [--report RESULTS.md]
 *
 * DATA_FOLDER is what unpack.py and synthesise.py wrote.
 */
import { readdir, readFile, writeFile } from 'node:fs/promises';
import path from 'node:path';
import { parseArgs } from 'node:util';
import { findWavSamples } from '@cruvo/core/formats';
import {
  LiveHearing,
  liveSounds,
  readSoundModel,
  VoiceHearing,
  type LiveFrame,
  type Sound,
} from '@cruvo/core/speech';
import { prepareScriptHere } from '@cruvo/media/speech';
import { reportOf } from './report';
import { Score, type Label } from './scoring';

const RATE = 16_000;
type Way = 'voice' | 'script' | 'live';

interface Clip {
  readonly group: string;
  readonly text: string;
  readonly labels: readonly Label[];
  readonly samples: Float32Array;
}

const { values: options, positionals } = parseArgs({
  allowPositionals: true,
  options: {
    ways: { type: 'string', default: 'voice,script,live' },
    groups: { type: 'string' },
    few: { type: 'boolean', default: false },
    pairs: { type: 'string' },
    report: { type: 'string' },
  },
});
const [weights, data] = positionals as [string, string];
const model = readSoundModel(await readFile(weights));
const pairs: Record<string, [number, number][]> = {};

async function readWav(file: string): Promise<Float32Array> {
  const bytes = await readFile(file);
  const { dataStart } = findWavSamples(bytes)!;
  const whole = bytes.subarray(dataStart, bytes.length - ((bytes.length - dataStart) % 2));
  return Float32Array.from(new Int16Array(whole.slice().buffer), (value) => value / 32_768);
}

async function clipsUnder(folder: string, group: string): Promise<Clip[]> {
  const names = (await readdir(path.join(data, folder), { recursive: true })).sort();
  const chosen = names.filter((name) => name.endsWith('.json'));
  const kept = options.few ? chosen.filter((_, index) => index % 4 === 0) : chosen;
  return Promise.all(
    kept.map(async (name) => {
      const file = path.join(data, folder, name);
      const { text, labels } = JSON.parse(await readFile(file, 'utf8')) as Clip;
      return { group, text, labels, samples: await readWav(file.replace(/json$/, 'wav')) };
    }),
  );
}

/** Scripts that were taken for scripts of something else; these clips count as heard without. */
let refused = 0;

async function hear(clip: Clip, way: Way): Promise<readonly Sound[]> {
  if (way === 'live') return hearLive(clip.samples);
  const script = way === 'script' ? await prepareScriptHere(clip.text, 'en') : null;
  const hearing = new VoiceHearing(model, RATE, script);
  hearing.push(clip.samples);
  try {
    return hearing.finish().sounds;
  } catch {
    refused++;
    return hear(clip, 'voice');
  }
}

/** Block by block, as from a microphone. */
function hearLive(samples: Float32Array): Sound[] {
  const hearing = new LiveHearing(model, RATE);
  const block = RATE / 100;
  const frames: LiveFrame[] = [];
  for (let at = 0; at < samples.length; at += block) {
    frames.push(...hearing.push(samples.subarray(at, at + block)));
  }
  frames.push(...hearing.finish());
  return liveSounds(frames, model, samples.length / RATE);
}

const rms = (samples: Float32Array) =>
  Math.sqrt(samples.reduce((sum, value) => sum + value * value, 0) / samples.length);

/** A clip with noise beneath, `decibels` below its speech. */
function withNoise(clip: Clip, noise: Float32Array, decibels: number, group: string): Clip {
  const gain = (rms(clip.samples) / rms(noise)) * 10 ** (-decibels / 20);
  const samples = clip.samples.map((value, at) => value + gain * noise[at % noise.length]!);
  return { ...clip, group, samples };
}

async function silentClips(): Promise<Clip[]> {
  const names = (await readdir(path.join(data, 'noise'))).filter((name) => name.endsWith('.wav'));
  const clips: Clip[] = [];
  for (const name of names) {
    const noise = await readWav(path.join(data, 'noise', name));
    for (const level of [-60, -45, -30, -20]) {
      const gain = 10 ** (level / 20) / rms(noise);
      const labels = [{ start: 0, end: noise.length / RATE, viseme: 0 }];
      clips.push({
        group: `no speech: ${name}`,
        text: '',
        labels,
        samples: noise.map((v) => v * gain),
      });
    }
  }
  return clips;
}

function keepPairs(way: Way, clip: Clip, sounds: readonly Sound[]): void {
  for (const sound of sounds) {
    for (let time = Math.ceil(sound.start * 100) / 100 + 0.005; time < sound.end; time += 0.01) {
      const near = clip.labels.some(
        ({ start, end, viseme }) =>
          viseme === sound.viseme && start - 0.02 <= time && end + 0.02 > time,
      );
      (pairs[way] ??= []).push([sound.confidence, near ? 1 : 0]);
    }
  }
}

const known = await clipsUnder('dev/known', 'known');
const never = await clipsUnder('dev/never', 'never');
const synthetic = await clipsUnder('synthetic/dev', 'synthetic');
const pink = await readWav(path.join(data, 'noise/pink.wav'));
const keys = await readWav(path.join(data, 'noise/keys.wav'));
const all = [
  ...known,
  ...never,
  ...synthetic,
  ...known.map((clip) => withNoise(clip, pink, 15, 'known, pink 15 dB')),
  ...known.map((clip) => withNoise(clip, keys, 15, 'known, keys 15 dB')),
  ...(await silentClips()),
].filter(
  ({ group }) => !options.groups || options.groups.split(',').some((g) => group.startsWith(g)),
);

const results = new Map<Way, Map<string, Score>>();
for (const way of options.ways.split(',') as Way[]) {
  const scores = new Map<string, Score>();
  for (const clip of all) {
    if (way === 'script' && !clip.text) continue;
    const sounds = await hear(clip, way);
    keepPairs(way, clip, sounds);
    const groups = [
      clip.group,
      ...(['known', 'never', 'synthetic'].includes(clip.group) ? ['all clean'] : []),
    ];
    for (const group of groups) {
      if (!scores.has(group)) scores.set(group, new Score());
      scores.get(group)!.add(clip.labels, sounds);
    }
  }
  results.set(way, scores);
  console.log(way, refused > 0 ? `(${refused} scripts refused)` : '');
  refused = 0;
  for (const [group, { measures }] of scores) {
    const columns = Object.entries(measures).map(
      ([name, value]) => `${name} ${value.toFixed(1).padStart(5)}`,
    );
    console.log(`  ${group.padEnd(24)} ${columns.join('  ')}`);
  }
}
if (options.pairs) await writeFile(options.pairs, JSON.stringify(pairs));
if (options.report) await writeFile(options.report, reportOf(results, pairs));
