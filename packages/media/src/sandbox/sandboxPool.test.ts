import { spawnSync } from 'node:child_process';
import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { Problem } from '@cruvo/core/problem';
import { HOSTILE_FILES, plainSvg, testFolder, toneIn, wav, write } from '../testing';
import { SandboxPool, type PoolOptions } from './sandboxPool';
import type { SandboxTask } from './messages';

const pool = new SandboxPool();
beforeAll(() => pool.prepare());
afterAll(() => pool.close());

const folder = testFolder();
let tasks = 0;
function open(kind: SandboxTask['kind'], path: string, name: string, options: PoolOptions = {}) {
  const results = join(folder, `results-${tasks++}`);
  mkdirSync(results);
  return pool.open({ kind, path, name, folder: results }, options);
}

/** The processes that run the sandbox's program and were started from here. */
function sandboxes(): number[] {
  const { stdout } = spawnSync('pgrep', ['-P', String(process.pid)], { encoding: 'utf8' });
  return stdout.split('\n').filter(Boolean).map(Number);
}

/** Whether a process has a child, as a sandbox has that decodes a voice. */
const isWorking = (pid: number) => spawnSync('pgrep', ['-P', String(pid)]).status === 0;

describe('a sandbox', () => {
  it('opens a voice, tells how far it is, and names files by numbers', async () => {
    const path = wav(folder, 'voice.wav', 2, toneIn([0.5, 1]));
    const shares: number[] = [];
    const { opened, kept } = await open('voice', path, '../../voice.wav', {
      onProgress: (share) => shares.push(share),
    });
    expect(opened).toMatchObject({ name: '../../voice.wav', sampleRate: 48_000, channels: 1 });
    // The recording is what Cruvo works with already: it is kept once.
    expect(kept.map(({ file }) => file)).toEqual(['source', '1']);
    expect(kept.map(({ type }) => type)).toContain('audio/wav');
    expect(shares.at(-1)).toBe(1);
  });

  it('opens a picture', async () => {
    const { opened } = await open('picture', write(folder, 'p.svg', plainSvg('#ff0000')), 'p.svg');
    expect(opened).toMatchObject({ width: 2048, height: 1152 });
  });

  it('opens a file anew where the system has ended its process, but not again and again', async () => {
    // Long enough that its process is still at work when it is found.
    const path = wav(folder, 'long.wav', 30, toneIn([0, 30]));
    const killed = async (times: number) => {
      const pids = new Set<number>();
      const looking = setInterval(() => {
        for (const pid of sandboxes()) {
          if (pids.size >= times || pids.has(pid) || !isWorking(pid)) continue;
          pids.add(pid);
          process.kill(pid, 'SIGKILL');
        }
      }, 20);
      return open('voice', path, 'long.wav').finally(() => clearInterval(looking));
    };
    expect((await killed(1)).opened).toMatchObject({ name: 'long.wav' });
    await expect(killed(2)).rejects.toThrow(/“long.wav” can’t be opened/);
  }, 60_000);

  it('ends at once when nobody waits any more', async () => {
    const control = new AbortController();
    const { bytes, name } = HOSTILE_FILES.find(({ what }) => what === 'blurs of blurs')!;
    const work = open('artwork', write(folder, name, bytes()), name, { signal: control.signal });
    control.abort();
    await expect(work).rejects.toMatchObject({ code: 'cancelled' });
  });

  it.each(HOSTILE_FILES)(
    'stays whole with $what',
    async ({ kind, name, bytes, sentence }) => {
      const path = write(folder, name, bytes());
      const outcome = await open(kind, path, name).catch((error: unknown) => error);
      if (sentence === null) {
        if (outcome instanceof Error) expect(outcome).toBeInstanceOf(Problem);
      } else {
        expect(outcome).toBeInstanceOf(Problem);
        expect((outcome as Problem).message).toMatch(sentence);
      }
    },
    60_000,
  );
});

describe('the line of files that wait', () => {
  it('tells each its place, and lets in the next one when one has left', async () => {
    const path = write(folder, 'one.svg', plainSvg('#00ff00'));
    const places: number[][] = [];
    const all = Array.from({ length: 5 }, (_, at) => {
      places[at] = [];
      return open('picture', path, `${at}.svg`, { onPlace: (place) => places[at]!.push(place) });
    });
    await Promise.all(all);
    expect(places).toEqual([[], [], [1], [2, 1], [3, 2, 1]]);
  });
});
