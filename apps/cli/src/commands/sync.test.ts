import { readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { type Sound, readTrack } from '@cruvo/core/speech';
import { join } from 'node:path';
import { testFolder, wav, write } from '@cruvo/media/testing';
import { run } from '@cruvo/media/tools';
import { cruvoProgram } from '../program';

const ROOT = fileURLToPath(new URL('../../../../', import.meta.url));
const VOICE = `${ROOT}demo/saltmarsh/isbel-bulletin.flac`;
const SCRIPT = `${ROOT}demo/saltmarsh/isbel-bulletin.txt`;
const folder = testFolder();
const cruvo = (...args: string[]) => run(`${ROOT}bin/cruvo`, ['sync', ...args]);

interface Synced {
  readonly version: number;
  readonly duration: number;
  readonly sounds: readonly Sound[];
}

async function heard(...args: string[]): Promise<Synced> {
  const { code, stdout, stderr } = await cruvo(...args, '--json');
  expect({ code, stderr }).toEqual({ code: 0, stderr: '' });
  const synced = JSON.parse(stdout) as Synced;
  expect(Object.keys(synced)).toEqual(['version', 'duration', 'sounds']);
  const track = {
    words: [],
    deviations: null,
    spectrum: null,
    sides: null,
    quality: null,
    loudness: { rate: 1, values: [] },
  };
  expect(() =>
    readTrack(Buffer.from(JSON.stringify({ ...synced, ...track, version: 2 }))),
  ).not.toThrow();
  return synced;
}

/** The words in the order in which they are said, each once in a row. */
const wordsOf = ({ sounds }: Synced) =>
  sounds.flatMap(({ word }, at) => (word !== null && word !== sounds[at - 1]?.word ? [word] : []));

beforeAll(() => delete process.env['NODE_OPTIONS']);

describe('cruvo sync', () => {
  it('finds every word of the script in the voice', async () => {
    const synced = await heard(VOICE, '--script', SCRIPT);
    const written = readFileSync(SCRIPT, 'utf8').match(/[A-Za-z]+/g)!;
    expect(synced.version).toBe(1);
    expect(wordsOf(synced)).toEqual(written);
  });

  it('hears the voice alone, and as from a microphone', async () => {
    const scripted = await heard(VOICE, '--script', SCRIPT);
    for (const way of [[], ['--live']]) {
      const alone = await heard(VOICE, ...way);
      expect(alone.duration).toBe(scripted.duration);
      expect(alone.sounds.every(({ word }) => word === null)).toBe(true);
      expect(agreement(scripted.sounds, alone.sounds)).toBeGreaterThan(0.5);
    }
  });

  it('prints a table for people', async () => {
    const { stdout } = await cruvo(
      VOICE,
      '--text',
      'Good evening, and welcome to Saltmarsh Weather.',
    );
    expect(stdout).toMatch(/start\s.*end\s.*mouth\s.*phone\s.*word\s.*sure/);
    expect(stdout).toContain('evening');
  });

  it('hears several files at once, and reports each', async () => {
    const still = wav(folder, 'still.wav', 0.3, () => 0);
    const broken = write(folder, 'broken.wav', 'no sound');
    const { code, stdout, stderr } = await cruvo(join(folder, '*.wav'), '--json');
    expect(code).toBe(1);
    const results = JSON.parse(stdout) as { file: string; status: number; error?: string }[];
    expect(results.map(({ file, status }) => [file, status])).toEqual([
      [broken, 1],
      [still, 0],
    ]);
    expect(results[0]!.error).toMatch(/“broken.wav” is not a sound/);
    expect(stderr).toMatch(/1 of 2 files could not be heard/);
  });

  it.each([
    ['es', 'La niebla sube por la marisma, y la luna mira el agua.'],
    ['pl', 'Mgła unosi się nad bagnem, a księżyc patrzy na morze.'],
  ])('takes a script in the language %s', async (language, text) => {
    const speech = join(folder, `${language}.flac`);
    await run(
      'sh',
      ['-c', `espeak-ng -v ${language} --stdout | ffmpeg -v error -y -i - "${speech}"`],
      {
        input: text,
      },
    );
    const synced = await heard(speech, '--text', text, '--language', language);
    expect(wordsOf(synced)).toEqual(text.match(/\p{L}+/gu));
  });

  it.each([
    ['a missing voice', ['nowhere.wav'], /no file “nowhere.wav”/],
    ['a pattern that finds nothing', [join(folder, '*.mp3')], /No file matches/],
    ['a missing script', [VOICE, '--script', 'nowhere.txt'], /“nowhere.txt” can’t be read/],
    ['a script that is no text', [VOICE, '--script', VOICE], /no plain text/],
    ['a script without words', [VOICE, '--text', '[coughs]'], /no words in it/],
    [
      'a script of something else',
      [VOICE, '--text', 'Quite another story of bicycles, thunder and jelly'],
      /doesn’t match this voice/,
    ],
    ['two scripts', [VOICE, '--text', 'a', '--script', SCRIPT], /not both/],
    ['a script for a live voice', [VOICE, '--text', 'a', '--live'], /live voice has no script/],
    ['an unknown language', [VOICE, '--text', 'a', '--language', 'tlh'], /“tlh” is not known/],
    ['a language that is none', [VOICE, '--language', 'English!'], /name a language by its code/],
    ['an unknown channel', [VOICE, '--channel', 'middle'], /left, right or both/],
  ])('refuses %s in one sentence', async (_what, args, sentence) => {
    const said = cruvoProgram().parseAsync(['sync', ...args, '--json'], { from: 'user' });
    await expect(said).rejects.toThrow(sentence);
  });
});

/** Share of the time in which two tracks show the same mouth. */
function agreement(a: readonly Sound[], b: readonly Sound[]): number {
  const at = (sounds: readonly Sound[], time: number) =>
    sounds.find(({ start, end }) => time >= start && time < end)?.viseme;
  const end = Math.min(a.at(-1)!.end, b.at(-1)!.end);
  let same = 0;
  let all = 0;
  for (let time = 0.005; time < end; time += 0.01, all++) if (at(a, time) === at(b, time)) same++;
  return same / all;
}
