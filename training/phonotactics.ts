/**
 * Counts which phones follow which, in what people say and write, and writes the tree that the export packs.
 *
 *   phonotactics.ts SPEECH_FOLDER SYNTHETIC_FOLDER TEXT_FOLDER OUTPUT.json [--without queen-,...]
 *
 * Spoken: the labels of the training recordings. Written: the phrases of the plain text files of a folder whose
 * words all stand in the English dictionary (`training/make` takes the texts of Debian's fortunes).
 */
import { readdir, readFile, writeFile } from 'node:fs/promises';
import path from 'node:path';
import { parseArgs } from 'node:util';
import { dictionary } from 'cmu-pronouncing-dictionary';
import {
  PHONE_COUNT,
  phoneIndex,
  prepareScript,
  SILENT_PHONE,
  COST_STEP,
} from '@cruvo/core/speech';

/** Phones of the longest sequences. */
const LONGEST = 5;
/** A spoken sequence counts as much as so many written ones. */
const SPOKEN = 5;
/** Sequences of this many phones are kept where they count for at least so much. */
const LEAST = [0, 0, 0, 5.1, 7.1, 7.1];
/** What is taken from each count and given to what was never met (Ney, Essen and Kneser 1994). */
const DISCOUNT = 0.6;

const { values: options, positionals } = parseArgs({
  allowPositionals: true,
  options: { without: { type: 'string', default: '' } },
});
const [speech, synthetic, texts, output] = positionals as [string, string, string, string];

/** A sequence of phones as a string of letters, so that it can be a key and be cut. */
type Sequence = string;
const letter = (phone: number) => String.fromCharCode(48 + phone);
const SILENCE = letter(SILENT_PHONE);

/** How often each sequence was met, by its number of phones. */
const met = Array.from({ length: LONGEST + 1 }, () => new Map<Sequence, number>());

function count(phones: readonly number[], weight: number): void {
  const different = phones.filter((phone, at) => phone !== phones[at - 1]);
  const text = SILENCE.repeat(LONGEST - 1) + different.map(letter).join('');
  for (let end = LONGEST; end <= text.length; end++) {
    for (let length = 1; length <= LONGEST; length++) {
      const sequence = text.slice(end - length, end);
      met[length]!.set(sequence, (met[length]!.get(sequence) ?? 0) + weight);
    }
  }
}

interface LabelFile {
  readonly labels: readonly { readonly phone: string; readonly part?: 1 | 2 }[];
}

const DIPHTHONGS = ['ay', 'aw', 'oy', 'ey', 'ow'];
const phoneOf = ({ phone, part = 1 }: LabelFile['labels'][number]) =>
  phoneIndex(DIPHTHONGS.includes(phone) ? `${phone}${part}` : phone);

async function countLabels(folder: string, wanted: (file: string) => boolean): Promise<void> {
  for (const name of (await readdir(folder, { recursive: true })).sort()) {
    if (!name.endsWith('.json') || !wanted(name)) continue;
    const { labels } = JSON.parse(await readFile(path.join(folder, name), 'utf8')) as LabelFile;
    count(labels.map(phoneOf), SPOKEN);
  }
}

async function countTexts(folder: string): Promise<void> {
  const sources = { dictionary, own: [], speller: () => Promise.resolve(new Map()) };
  for (const name of (await readdir(folder)).sort()) {
    if (name.includes('.')) continue;
    const text = await readFile(path.join(folder, name), 'utf8');
    for (const phrase of text.replaceAll('\n', ' ').split(/[.!?;:,"()%]+\s|--/)) {
      if (!/[a-z]/.test(phrase) || /[^A-Za-z' -]/.test(phrase.trim())) continue;
      const { words, guessed } = await prepareScript(phrase, 'en', sources);
      if (guessed.length > 0) continue;
      count([SILENT_PHONE, ...words.flatMap(({ ways }) => ways[0]!), SILENT_PHONE], 1);
    }
  }
}

const train = new Set(
  (JSON.parse(await readFile(path.join(speech, 'split.json'), 'utf8')) as { train: string[] })
    .train,
);
const without = options.without.split(',').filter(Boolean);
await countLabels(
  path.join(speech, 'human'),
  (name) => train.has(path.parse(name).name) && !without.some((start) => name.startsWith(start)),
);
await countLabels(path.join(synthetic, 'train'), () => true);
await countTexts(texts);

// What is kept; the end of every kept sequence is kept as well, since it is met at least as often.
const kept = met.map((sequences, length) =>
  length === 1
    ? Array.from({ length: PHONE_COUNT }, (_, phone) => letter(phone))
    : [...sequences].flatMap(([sequence, times]) => (times >= LEAST[length]! ? [sequence] : [])),
);
const children = new Map<Sequence, Sequence[]>();
for (const sequence of kept.slice(2).flat()) {
  const parent = sequence.slice(0, -1);
  if (!children.has(parent)) children.set(parent, []);
  children.get(parent)!.push(sequence);
}

/** How often a sequence was met with any phone after it. */
const followed = new Map<Sequence, number>();
for (const [sequence, times] of met.slice(2).flatMap((sequences) => [...sequences])) {
  const parent = sequence.slice(0, -1);
  followed.set(parent, (followed.get(parent) ?? 0) + times);
}
const timesMet = (sequence: Sequence) => met[sequence.length]!.get(sequence) ?? 0;
const discounted = (sequence: Sequence) => Math.max(0, timesMet(sequence) - DISCOUNT);

/** The share of what follows a sequence that is left to shorter ones. */
function left(sequence: Sequence): number {
  const known = children.get(sequence) ?? [];
  if (known.length === 0) return 1;
  return 1 - known.reduce((sum, child) => sum + discounted(child), 0) / followed.get(sequence)!;
}

const total = [...met[1]!.values()].reduce((sum, times) => sum + times, PHONE_COUNT);

/** How likely the last phone is after the others. */
function likelihood(sequence: Sequence): number {
  if (sequence.length === 1) return (timesMet(sequence) + 1) / total;
  const parent = sequence.slice(0, -1);
  const shorter = left(parent) * likelihood(sequence.slice(1));
  if (!children.get(parent)?.includes(sequence)) return likelihood(sequence.slice(1));
  return discounted(sequence) / followed.get(parent)! + shorter;
}

const cost = (share: number) => Math.min(255, Math.round(-Math.log(share) / COST_STEP));
const levels: Sequence[][] = [kept[1]!];
while (levels.length < LONGEST) {
  levels.push(levels.at(-1)!.flatMap((parent) => (children.get(parent) ?? []).sort()));
}
const inner = levels.slice(0, -1).flat();
const all = levels.flat();
await writeFile(
  output,
  JSON.stringify({
    levels: levels.map(({ length }) => length),
    phones: all.map((sequence) => sequence.charCodeAt(sequence.length - 1) - 48),
    children: inner.map((sequence) => children.get(sequence)?.length ?? 0),
    costs: all.map((sequence) => cost(likelihood(sequence))),
    backoffs: inner.map((sequence) => cost(left(sequence))),
  }),
);
console.log('sequences of 1, 2, … phones:', ...levels.map(({ length }) => length));
