/**
 * Scores the sound model on labelled recordings through the product's own code.
 *
 *   evaluate.ts WEIGHTS DATA_FOLDER [--ways voice,script,live] [--groups known,never] [--few]
 *               [--pairs PAIRS.json] [--report RESULTS.md] [--plot PLOT.svg] [--measures MEASURES.json]
 *
 * DATA_FOLDER is what unpack.py and synthesise.py wrote. The groups `left out` are taken only when asked for.
 * Every second clip gives the pairs from which confidences are calibrated; the plot judges them on the others.
 */
import { readFile, writeFile } from 'node:fs/promises';
import path from 'node:path';
import { parseArgs } from 'node:util';
import {
  LiveSpeechAnalyzer,
  liveSounds,
  readSoundModel,
  SpeechAnalyzer,
  type LiveFrame,
  type Sound,
} from '@cruvo/core/speech';
import { prepareScriptHere } from '@cruvo/media/speech';
import { certaintyPlot } from './certaintyPlot';
import { clipsUnder, RATE, readWav, shifted, silentClips, withNoise, type Clip } from './clips';
import { reportOf, type Pairs, type Way } from './report';
import { Score } from './scoring';

const SHIFTS = [-6, -3, 4, 8];

const { values: options, positionals } = parseArgs({
  allowPositionals: true,
  options: {
    ways: { type: 'string', default: 'voice,script,live' },
    groups: { type: 'string' },
    few: { type: 'boolean', default: false },
    pairs: { type: 'string' },
    report: { type: 'string' },
    plot: { type: 'string' },
    measures: { type: 'string' },
  },
});
const [weights, data] = positionals as [string, string];
const model = readSoundModel(await readFile(weights));
const toFit: Pairs = {};
const toJudge: Pairs = {};

/** Scripts that were taken for scripts of something else; these clips count as heard without. */
let refused = 0;

async function hear(clip: Clip, way: Way): Promise<readonly Sound[]> {
  if (way === 'live') return hearLive(clip.samples);
  const script = way === 'script' ? await prepareScriptHere(clip.text, 'en') : null;
  const hearing = new SpeechAnalyzer(model, RATE, script);
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
  const hearing = new LiveSpeechAnalyzer(model, RATE);
  const block = RATE / 100;
  const frames: LiveFrame[] = [];
  for (let at = 0; at < samples.length; at += block) {
    frames.push(...hearing.push(samples.subarray(at, at + block)));
  }
  frames.push(...hearing.finish());
  return liveSounds(frames, model, samples.length / RATE);
}

function keepPairs(pairs: Pairs, way: Way, clip: Clip, sounds: readonly Sound[]): void {
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

const named = (name: string) => () => name;
const folder = (...names: string[]) => path.join(data, ...names);
/** How the speaker of a recording speaks, by its folder. */
function kindOf(name: string): string {
  if (name.startsWith('queen-')) return 'acted, nothing above 5.5 kHz';
  return name.startsWith('allison') ? 'a reader' : 'single words';
}
const known = await clipsUnder(folder('dev/known'), named('known'), kindOf);
const pink = await readWav(folder('noise/pink.wav'));
const keys = await readWav(folder('noise/keys.wav'));
const clips = [
  ...known,
  ...(await clipsUnder(folder('dev/never'), named('never'), kindOf)),
  ...(await clipsUnder(folder('synthetic/dev'), named('synthetic'))),
  ...known.map((clip) => withNoise(clip, pink, 15, 'known, pink 15 dB')),
  ...known.map((clip) => withNoise(clip, keys, 15, 'known, keys 15 dB')),
  ...(await silentClips(folder('noise'))),
];
const wanted = (group: string) =>
  !options.groups || options.groups.split(',').some((g) => group.startsWith(g));
for (const by of SHIFTS) {
  const group = `known, ${by > 0 ? '+' : '−'}${Math.abs(by)} semitones`;
  if (wanted(group)) clips.push(...known.map((clip) => shifted(clip, by, group)));
}
if (options.groups?.includes('left out')) {
  clips.push(...(await clipsUnder(folder('left-out'), (name) => `left out ${name.split('/')[0]}`)));
}
const chosen = clips.filter(
  ({ group }, index) => wanted(group) && (!options.few || index % 4 === 0),
);

const CLEAN = ['known', 'never', 'synthetic'];
const results = new Map<Way, Map<string, Score>>();
for (const way of options.ways.split(',') as Way[]) {
  const scores = new Map<string, Score>();
  for (const [index, clip] of chosen.entries()) {
    if (way === 'script' && !clip.text) continue;
    const sounds = await hear(clip, way);
    const clean = CLEAN.includes(clip.group);
    if (clean) keepPairs(index % 2 === 0 ? toFit : toJudge, way, clip, sounds);
    const groups = [clip.group, ...(clip.kind ? [`${clip.group}: ${clip.kind}`] : [])];
    for (const group of [...groups, ...(clean ? ['all clean'] : [])]) {
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
if (options.pairs) await writeFile(options.pairs, JSON.stringify(toFit));
if (options.report) await writeFile(options.report, reportOf(results));
if (options.plot) await writeFile(options.plot, certaintyPlot(toJudge));
if (options.measures) {
  const measures = [...results].map(([way, scores]) => [
    way,
    Object.fromEntries([...scores].map(([group, score]) => [group, score.measures])),
  ]);
  await writeFile(options.measures, JSON.stringify(Object.fromEntries(measures)));
}
