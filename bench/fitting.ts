import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { hearWorkingVoice } from '@cruvo/media/voice';

export interface FittingFigures {
  /** Seconds to hear ten minutes. */
  readonly seconds: number;
  /** Most memory held by the process, megabytes. */
  readonly megabytes: number;
}

const TEN_MINUTES = 600;
const RUNS = 3;

/** Hears ten minutes of voice at 48 kHz, in a process of its own; the median of three. */
export function benchFitting(): FittingFigures {
  const folder = mkdtempSync(join(tmpdir(), 'cruvo-bench-'));
  const path = join(folder, 'long.wav');
  const demo = new URL('../demo/saltmarsh/isbel-bulletin.flac', import.meta.url).pathname;
  const looped = ['-v', 'error', '-stream_loop', '-1', '-i', demo, '-t', String(TEN_MINUTES)];
  execFileSync('ffmpeg', [...looped, '-ar', '48000', '-c:a', 'pcm_s16le', path]);
  const script = new URL(import.meta.url).pathname;
  const figures = Array.from({ length: RUNS }, () => {
    const args = ['--import', 'tsx', script, path];
    return JSON.parse(execFileSync(process.execPath, args, { encoding: 'utf8' })) as FittingFigures;
  });
  rmSync(folder, { recursive: true });
  return figures.sort((a, b) => a.seconds - b.seconds)[Math.floor(RUNS / 2)]!;
}

if (process.argv[1] === new URL(import.meta.url).pathname) {
  const start = performance.now();
  await hearWorkingVoice(process.argv[2]!, { script: null, channel: 'both' });
  const seconds = (performance.now() - start) / 1000;
  console.log(JSON.stringify({ seconds, megabytes: process.resourceUsage().maxRSS / 1024 }));
}
