/**
 * Trains which word of a line is stressed, on lines whose texts write the stressed word in capitals, and scores it on a
 * set that nothing is trained on.
 *
 *   node --import tsx training/emphasis.ts ACTED_FOLDER WORK_FOLDER
 *
 * ACTED_FOLDER holds `sky-0` to `sky-6`, each with FLAC files and an `index.json`; `sky-1` only judges. WORK_FOLDER keeps
 * what was heard. Prints the weights for `packages/core/src/prosody/emphasisModel.ts`.
 */
import { execFileSync } from 'node:child_process';
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { spokenUnits, unitCurves, unitFeatures } from '@cruvo/core/prosody';
import {
  readSoundModel,
  readTrack,
  SpeechAnalyzer,
  writeTrack,
  type VoiceTrack,
} from '@cruvo/core/speech';
import { prepareScriptHere } from '@cruvo/media/speech';
import { RATE } from './clips';

const [folder, work] = process.argv.slice(2);
if (!folder || !work) throw new Error('Say where the acted speech is, and a folder to work in.');
const TRAINED = ['sky-0', 'sky-2', 'sky-3', 'sky-4', 'sky-5', 'sky-6'];
const JUDGED = 'sky-1';
/** Capitals that mean something else than stress. */
const NAMES = new Set(['I', 'OK', 'SOS', 'ID', 'LINC', 'TV', 'A']);

interface Entry {
  readonly id: string;
  readonly text: string;
  readonly accepted: boolean;
}

/** A line: what is measured of each unit, and whether it is the stressed word, or lies in it. */
interface Example {
  readonly features: readonly (readonly number[])[];
  readonly right: readonly boolean[];
}

const weights = new URL('../packages/core/weights/hearing.safetensors.gz', import.meta.url);
const model = readSoundModel(readFileSync(weights));

/** The one word that is written in capitals; null where there is none or several. */
function stressedWord(text: string): string | null {
  const words = text.match(/[A-Za-z'’-]+/g) ?? [];
  const letters = (word: string) => word.replace(/[^A-Za-z]/g, '');
  const capitals = words.filter((word) => {
    const plain = letters(word);
    return plain.length >= 2 && word === word.toUpperCase() && !NAMES.has(plain);
  });
  return capitals.length === 1 && words.length >= 4 && words.length <= 16 ? capitals[0]! : null;
}

async function heard(
  set: string,
  { id, text }: Entry,
  script: boolean,
): Promise<VoiceTrack | null> {
  const kept = join(work!, `${id}.${script ? 'script' : 'voice'}.track`);
  if (existsSync(kept)) {
    const bytes = readFileSync(kept);
    return bytes.length === 0 ? null : readTrack(bytes);
  }
  const raw = ['-v', 'error', '-i', join(folder!, set, `${id}.flac`), '-ac', '1', '-ar', `${RATE}`];
  const bytes = execFileSync('ffmpeg', [...raw, '-f', 'f32le', '-'], { maxBuffer: 1 << 28 });
  const hearing = new SpeechAnalyzer(
    model,
    RATE,
    script ? await prepareScriptHere(text.toLowerCase(), 'en') : null,
  );
  hearing.push(new Float32Array(new Uint8Array(bytes).buffer));
  try {
    const track = hearing.finish();
    writeFileSync(kept, writeTrack(track));
    return track;
  } catch {
    writeFileSync(kept, '');
    return null;
  }
}

const plain = (text: string) => text.toLowerCase().replace(/[^a-z]/g, '');

/** @param ofVoice whether the units are those of the voice alone; which of them is stressed is told by the words */
async function examplesOf(set: string, ofVoice: boolean): Promise<Example[]> {
  const entries = JSON.parse(readFileSync(join(folder!, set, 'index.json'), 'utf8')) as Entry[];
  const examples: Example[] = [];
  for (const entry of entries) {
    const word = stressedWord(entry.text);
    if (word === null || !entry.accepted) continue;
    const track = await heard(set, entry, true);
    if (!track) continue;
    const units = spokenUnits(track);
    const hits = units.filter(({ text }) => text !== null && plain(text) === plain(word));
    if (hits.length !== 1) continue;
    const own = ofVoice ? await heard(set, entry, false) : track;
    if (!own) continue;
    const inOwn = spokenUnits(own);
    const right = inOwn.map(({ start, end }) => {
      const middle = (start + end) / 2;
      return middle >= hits[0]!.start && middle < hits[0]!.end;
    });
    if (right.includes(true))
      examples.push({ features: unitFeatures(unitCurves(own), inOwn), right });
  }
  return examples;
}

const score = (weight: readonly number[], features: readonly number[]) =>
  weight.reduce((sum, one, at) => sum + one * features[at]!, 0);

/** The share of lines in which the unit with the highest score is the stressed one. */
function accuracy(weight: readonly number[], examples: readonly Example[]): number {
  const found = examples.filter(({ features: rows, right }) => {
    const scores = rows.map((features) => score(weight, features));
    return right[scores.indexOf(Math.max(...scores))];
  });
  return found.length / examples.length;
}

/** How strongly weights are drawn to nothing. */
const DECAY = 0.02;
const ROUNDS = 400;

/**
 * Softmax regression over the units of each line, by gradient descent with momentum; of features in deviations over all
 * units, so that all are drawn to nothing alike.
 */
function trained(examples: readonly Example[]): number[] {
  const all = examples.flatMap(({ features }) => features);
  const size = all[0]!.length;
  const deviations = Array.from({ length: size }, (_, part) => {
    const mean = all.reduce((sum, features) => sum + features[part]!, 0) / all.length;
    const square = all.reduce((sum, features) => sum + (features[part]! - mean) ** 2, 0);
    return Math.sqrt(square / all.length) + 1e-6;
  });
  const scaled = examples.map((example) => ({
    ...example,
    features: example.features.map((row) => row.map((value, part) => value / deviations[part]!)),
  }));
  const weight = new Array<number>(size).fill(0);
  const speed = new Array<number>(size).fill(0);
  for (let round = 0; round < ROUNDS; round++) {
    const slope = new Array<number>(size).fill(0);
    for (const { features, right } of scaled) {
      const scores = features.map((row) => score(weight, row));
      const most = Math.max(...scores);
      const powers = scores.map((one) => Math.exp(one - most));
      const whole = powers.reduce((sum, one) => sum + one, 0);
      const good = powers.reduce((sum, one, at) => sum + (right[at] ? one : 0), 0);
      features.forEach((row, at) => {
        const pull = (right[at] ? powers[at]! / good : 0) - powers[at]! / whole;
        row.forEach((value, part) => (slope[part]! += (pull * value) / scaled.length));
      });
    }
    for (let part = 0; part < size; part++) {
      speed[part] = 0.9 * speed[part]! + 0.05 * (slope[part]! - DECAY * weight[part]!);
      weight[part]! += speed[part]!;
    }
  }
  return weight.map((one, part) => one / deviations[part]!);
}

mkdirSync(work, { recursive: true });
for (const ofVoice of [false, true]) {
  const training = (await Promise.all(TRAINED.map((set) => examplesOf(set, ofVoice)))).flat();
  const judging = await examplesOf(JUDGED, ofVoice);
  const half = Math.floor(training.length / 2);
  const halves = [training.slice(0, half), training.slice(half)] as const;
  const crossed =
    (accuracy(trained(halves[0]), halves[1]) + accuracy(trained(halves[1]), halves[0])) / 2;
  const weight = trained(training);
  const units = judging.reduce((sum, { features }) => sum + 1 / features.length, 0);
  console.log(ofVoice ? 'from the voice alone' : 'with words', {
    trained: training.length,
    judged: judging.length,
    chance: (units / judging.length).toFixed(3),
    crossed: crossed.toFixed(3),
    seen: accuracy(weight, training).toFixed(3),
    judgedRight: accuracy(weight, judging).toFixed(3),
  });
  console.log(JSON.stringify(weight.map((one) => Math.round(1000 * one) / 1000)));
  // Where scores lie: those of stressed units, and of all others.
  const scores = (stressed: boolean) =>
    training
      .flatMap(({ features, right }) =>
        features.flatMap((row, at) => (right[at] === stressed ? score(weight, row) : [])),
      )
      .sort((a, b) => a - b);
  const quarters = (sorted: readonly number[]) =>
    [0.1, 0.25, 0.5, 0.75, 0.9].map((share) =>
      sorted[Math.floor(share * sorted.length)]!.toFixed(2),
    );
  console.log({ stressed: quarters(scores(true)), others: quarters(scores(false)) });
}
