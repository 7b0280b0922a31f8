import { spawn } from 'node:child_process';
import { existsSync, readdirSync, readFileSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { cruvoProgram } from '../program';
import { svg, testFolder, toneIn, wav, write } from '@cruvo/media/testing';
import { run } from '@cruvo/media/tools';

const CRUVO = fileURLToPath(new URL('../../../../bin/cruvo', import.meta.url));
const folder = testFolder();
const production = join(folder, 'forest.production.zip');
const small = ['--size', '128x72'];

const cruvo = (...args: string[]) => run(CRUVO, args);
/** Runs a command in this process. */
const here = (...args: string[]) => cruvoProgram().parseAsync(args, { from: 'user' });

interface Line {
  readonly item: string;
  readonly progress?: number;
  readonly status?: number;
  readonly files?: readonly string[];
  readonly notes?: readonly string[];
  readonly error?: string;
  readonly wasThere?: boolean;
}

/** What a command tells with --json. */
async function told(...args: string[]) {
  const { code, stdout, stderr } = await cruvo(...args, '--json');
  const lines = stdout
    .split('\n')
    .filter(Boolean)
    .map((line) => JSON.parse(line) as Line);
  return { code, stderr, lines, ends: lines.filter(({ status }) => status !== undefined) };
}

const FOX = svg(
  60,
  40,
  `<g id="head"><rect width="40" height="40" fill="#cc8844"/></g>
   <g id="mouth"><g id="rest"><rect x="9" y="30" width="9" height="2"/></g><g id="ah"><rect x="9" y="30" width="9" height="8"/></g></g>`,
);
const fox = write(folder, 'fox.svg', FOX);
const long = wav(folder, 'long.wav', 45, toneIn([1, 2]));
const short = wav(folder, 'short.wav', 1, toneIn([0.3, 0.6]));
write(folder, 'short.txt', 'Hello.');

beforeAll(async () => {
  delete process.env['NODE_OPTIONS'];
  const scene = (name: string) => ['--scene', name, '--by', 'fox', '--into', production];
  expect((await cruvo('import', fox, short, ...scene('Morning'))).stderr).toContain('forest');
  expect((await cruvo('import', long, ...scene('Noon / Ω'))).code).toBe(0);
});

describe('cruvo film', () => {
  it('makes each scene in each format, and leaves alone what is there', async () => {
    const out = join(folder, 'films');
    const args = ['film', production, 'morn*', ...small, '--format', 'mp4', 'gif', '--out', out];
    const { code, ends, lines } = await told(...args);
    expect(code).toBe(0);
    expect(ends.map(({ item, status }) => [item, status]).sort()).toEqual([
      ['Morning.gif', 0],
      ['Morning.mp4', 0],
    ]);
    expect(lines.some(({ item, progress }) => item === 'Morning.mp4' && progress! > 0)).toBe(true);
    const probe = ['-v', 'error', '-of', 'csv=p=0', '-show_entries', 'stream=codec_name,width'];
    const { stdout } = await run('ffprobe', [...probe, join(out, 'Morning.mp4')]);
    expect(stdout).toMatch(/h264,128[\s\S]*aac/);
    const again = await told(...args);
    expect(again.ends.map(({ wasThere }) => wasThere)).toEqual([true, true]);
    const other = await told(...args, '--captions', 'none', '--format', 'mp4');
    expect(other.ends[0]).not.toHaveProperty('wasThere');
    const forced = await told(...args, '--captions', 'none', '--format', 'mp4', '--again');
    expect(forced.ends[0]).not.toHaveProperty('wasThere');
  });
  it('makes others where one fails, and says which', async () => {
    const out = join(folder, 'some failed');
    // A folder lies where one of the films should be.
    const args = ['film', production, ...small, '--to', '0.5', '--format', 'poster', '--out', out];
    await run('mkdir', ['-p', join(out, 'Morning poster.png')]);
    const { code, ends, stderr } = await told(...args);
    expect(code).toBe(1);
    expect(stderr).toBe('cruvo: 1 of 2 could not be made.\n');
    expect(ends.map(({ item, status }) => [item, status]).sort()).toEqual([
      ['Morning poster.png', 1],
      ['Noon Ω poster.png', 0],
    ]);
    expect(existsSync(join(out, 'Noon Ω poster.png'))).toBe(true);
  });
  it('goes on after being stopped with the parts that it has', async () => {
    const out = join(folder, 'resumed');
    const args = ['film', production, 'noon*', ...small, '--fps', '12', '--out', out];
    const child = spawn(CRUVO, [...args, '--json'], { stdio: 'pipe' });
    const parts = () => {
      const place = join(out, '.cruvo');
      const [kept] = existsSync(place) ? readdirSync(place) : [];
      return kept === undefined
        ? []
        : readdirSync(join(place, kept))
            .filter((one) => !/\.part$/.test(one))
            .map((one) => join(place, kept, one));
    };
    await new Promise<void>((resolve) => {
      child.stdout.on('data', () => parts().length > 0 && child.kill('SIGTERM'));
      child.on('close', () => resolve());
    });
    const [first] = parts();
    const { ino } = statSync(first!);
    expect(existsSync(join(out, 'Noon Ω.mp4'))).toBe(false);
    const seen = new Set<number>();
    const second = spawn(CRUVO, [...args, '--json'], { stdio: 'pipe' });
    let said = '';
    await new Promise<void>((resolve) => {
      second.stdout.on('data', (text: Buffer) => {
        said += text.toString();
        if (existsSync(first!)) seen.add(statSync(first!).ino);
      });
      second.on('close', () => resolve());
    });
    // It begins where the first part ends, which was not rendered again.
    const begun = (JSON.parse(said.split('\n')[0]!) as Line).progress;
    expect(begun).toBeGreaterThan(0.3);
    expect([...seen]).toEqual([ino]);
    const length = ['-v', 'error', '-of', 'csv=p=0', '-show_entries', 'format=duration'];
    const { stdout } = await run('ffprobe', [...length, join(out, 'Noon Ω.mp4')]);
    expect(Number(stdout)).toBeCloseTo(45, 1);
    expect(readdirSync(join(out, '.cruvo'))).toEqual(['Noon Ω.mp4.json']);
  });
  it.each<[string, string[], RegExp]>([
    ['no production', ['Morning'], /Say which production: a file/],
    ['a production that is not there', ['no.zip'], /There is no file “no\.zip”/],
    ['something else', [write(folder, 'other.zip', 'x')], /“other\.zip” holds no production/],
    [
      'a scene that is not there',
      [production, 'Evening'],
      /No scene is called “Evening”\. There are “Morning”, “Noon \/ Ω”/,
    ],
    ['a format that is none', [production, '--format', 'avi'], /There is no format “avi”/],
    ['a purpose that is none', [production, '--for', 'fun'], /Nothing is made for “fun”/],
    ['nobody', [production, '--only', 'owl'], /No character of “Morning” is called “owl”/],
    ['a stretch without a length', [production, '--from', '1', '--to', '1'], /has no length/],
    [
      'a stretch after the end',
      [production, 'morning', '--from', '99'],
      /“Morning” can’t be made: The scene is over/,
    ],
    ['a number that is none', [production, '--from', 'x'], /--from must be a number/],
    ['none at once', [production, '--parallel', '0'], /--parallel must be a number from 1/],
    ['a studio that is not there', ['x', '--server', 'http://127.0.0.1:1'], /No studio answers at/],
    ['an address that is none', ['x', '--server', 'here'], /“here” is no address of a studio/],
  ])('refuses %s in one sentence', async (_, args, sentence) => {
    await expect(here('film', ...args, '--out', join(folder, 'never'))).rejects.toThrow(sentence);
    expect(existsSync(join(folder, 'never'))).toBe(false);
  });
});

describe('cruvo voice', () => {
  it('makes of each voice what is wanted, with the words of the script beside it', async () => {
    const out = join(folder, 'voices');
    const lines = join(folder, 'lines');
    await run('mkdir', ['-p', lines]);
    await run('cp', [short, join(folder, 'short.txt'), lines]);
    write(lines, 'broken.wav', 'no sound');
    const { code, ends } = await told('voice', lines, '--format', 'timing', '--out', out);
    expect(code).toBe(1);
    expect(ends.map(({ item, status }) => [item, status]).sort()).toEqual([
      ['broken.wav', 1],
      ['short.wav', 0],
    ]);
    const timing = JSON.parse(readFileSync(join(out, 'short.json'), 'utf8')) as {
      lines: { script: string; words: { text: string }[] }[];
    };
    expect(timing.lines[0]).toMatchObject({ script: 'Hello.' });
    expect(ends.find(({ status }) => status === 1)!.error).toMatch(/“broken\.wav” is not a sound/);
  });
  it('is said by a character of a file or of a production', async () => {
    const out = join(folder, 'said');
    const seen = [short, '--to', '0.3', '--format', 'poster', ...small, '--out', out];
    expect((await told('voice', ...seen, '--with', fox)).code).toBe(0);
    const first = readFileSync(join(out, 'short poster.png'));
    const inside = ['--with', 'fox', '--in', production, '--again'];
    expect((await told('voice', ...seen, ...inside)).code).toBe(0);
    expect(readFileSync(join(out, 'short poster.png')).equals(first)).toBe(true);
  });
  it.each<[string, string[], RegExp]>([
    ['pictures of nobody', [short], /Say who speaks: --with/],
    ['an empty folder', [testFolder(), '--with', fox], /There is no voice in/],
    ['a character that is not there', [short, '--with', 'no.svg'], /There is no file “no\.svg”/],
    [
      'a name that is none',
      [short, '--in', production, '--with', 'owl'],
      /No character is called “owl”/,
    ],
    ['a channel that is none', [short, '--with', fox, '--channel', 'top'], /channel must be/],
  ])('refuses %s', async (_, args, sentence) => {
    await expect(here('voice', ...args, '--out', join(folder, 'never'), '--quiet')).rejects.toThrow(
      sentence,
    );
  });
});

describe('cruvo import and export', () => {
  it('bring characters out of a production and into another', async () => {
    const out = join(folder, 'out');
    expect((await told('export', production, 'fo?', '--as', 'file', '--out', out)).code).toBe(0);
    const other = join(folder, 'other.production.zip');
    const file = join(out, 'fox.character.zip');
    const { ends } = await told('import', file, file, '--into', other);
    expect(ends.map(({ notes }) => notes)).toEqual([
      ['It is the character “fox” now.'],
      ['It is the character “fox 2” now.'],
      [],
    ]);
    const svgs = await told('export', other, '--as', 'svg', '--out', out);
    const written = svgs.ends.flatMap(({ files }) => files ?? []);
    // Whichever was made first.
    expect(written.sort()).toEqual([join(out, 'fox 2.svg'), join(out, 'fox.svg')]);
  });
  it('leaves a production as it was where one of several can’t be brought in', async () => {
    const before = readFileSync(production);
    const { code, ends } = await told(
      'import',
      fox,
      write(folder, 'bad.svg', '<svg'),
      '--into',
      production,
    );
    expect(code).toBe(1);
    expect(ends.map(({ status }) => status)).toEqual([0, 1, 1]);
    expect(readFileSync(production).equals(before)).toBe(true);
  });
  it.each<[string, string[], RegExp]>([
    ['without a place', ['import', fox], /Say where to: --into/],
    ['of a voice that nobody says', ['import', short, '--into', production], /say in which scene/],
    [
      'of a production into another',
      ['import', production, '--into', production],
      /can’t be put inside/,
    ],
    ['of nothing', ['export', 'x'], /Give either production files or --server/],
    ['in no form', ['export', production], /Say with --as what leaves/],
    ['in an unknown form', ['export', production, '--as', 'png'], /leave as file, svg, ora/],
  ])('refuse %s', async (_, args, sentence) => {
    await expect(here(...args, '--quiet')).rejects.toThrow(sentence);
  });
});
