import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { heardChannel } from '@cruvo/core/audio';
import { LiveSpeechAnalyzer, SpeechAnalyzer } from '@cruvo/core/speech';
import { prepareScriptHere } from '@cruvo/media/speech';
import { shippedSoundModel } from '@cruvo/media/voice';
import { onPage } from './browserPage';
import { scriptFor, VOICE_SECONDS } from './longScript';
import { percentile } from './timing';

const RATE = 48_000;
const HEADER = 44;
const DEMO = new URL('../demo/saltmarsh/', import.meta.url).pathname;
const VOICE = `${DEMO}isbel-bulletin.flac`;
const BLOCK = RATE / 100;
const RUNS = 3;

type Way = 'voice' | 'script';

export interface HearingFigures {
  readonly seconds: number;
  /** Most memory held by the process, megabytes. */
  readonly megabytes: number;
}

/** The demo's voice over and over, as a working voice. */
function longVoice(folder: string, seconds: number): string {
  const path = join(folder, `${seconds}.wav`);
  const looped = ['-v', 'error', '-y', '-stream_loop', '-1', '-i', VOICE, '-t', String(seconds)];
  execFileSync('ffmpeg', [...looped, '-ar', String(RATE), '-c:a', 'pcm_s16le', '-bitexact', path]);
  return path;
}

/** Hears a long voice in a process of its own, on one core; the median of three. */
export function benchHearing(seconds: number, way: Way, runs = RUNS): HearingFigures {
  const folder = mkdtempSync(join(tmpdir(), 'cruvo-bench-'));
  const path = longVoice(folder, seconds);
  const program = new URL('hearingProcess.ts', import.meta.url).pathname;
  const figures = Array.from({ length: runs }, () => {
    const args = [
      '-c',
      '0',
      process.execPath,
      '--import',
      'tsx',
      program,
      path,
      way,
      String(seconds),
    ];
    return JSON.parse(execFileSync('taskset', args, { encoding: 'utf8' })) as HearingFigures;
  });
  rmSync(folder, { recursive: true });
  return figures.sort((a, b) => a.seconds - b.seconds)[Math.floor(runs / 2)]!;
}

/** The same in headless Chromium; seconds. */
export async function benchHearingInChromium(seconds: number, way: Way): Promise<number> {
  const folder = mkdtempSync(join(tmpdir(), 'cruvo-bench-'));
  const samples = readFileSync(longVoice(folder, seconds)).subarray(HEADER).toString('base64');
  rmSync(folder, { recursive: true });
  const weights = readFileSync(
    new URL('../packages/core/weights/hearing.safetensors.gz', import.meta.url),
  ).toString('base64');
  const script = way === 'script' ? await prepareScriptHere(scriptFor(seconds), 'en') : null;
  return onPage('hearingInBrowser.ts', (page) =>
    page.evaluate((input) => (window as unknown as { hear(input: unknown): number }).hear(input), {
      ...{ weights, samples, sampleRate: RATE, script },
    }),
  );
}

/** Work for each block of 10 ms of a live voice, milliseconds: median and 95 %. */
export async function benchLive(): Promise<{ median: number; p95: number }> {
  const mono = await demoSamples();
  const hearing = new LiveSpeechAnalyzer(await shippedSoundModel(), RATE);
  const times: number[] = [];
  for (let at = 0; at < mono.length; at += BLOCK) {
    const began = performance.now();
    hearing.push(mono.subarray(at, at + BLOCK));
    times.push(performance.now() - began);
  }
  times.sort((a, b) => a - b);
  return { median: percentile(times, 0.5), p95: percentile(times, 0.95) };
}

/** Seconds until the first sounds of ten minutes are known. */
export async function benchFirstSounds(): Promise<number> {
  const mono = await demoSamples();
  const began = performance.now();
  const hearing = new SpeechAnalyzer(await shippedSoundModel(), RATE, null);
  while (hearing.soundsSoFar().length === 0) hearing.push(mono);
  return (performance.now() - began) / 1000;
}

async function demoSamples(): Promise<Float32Array> {
  await shippedSoundModel();
  const folder = mkdtempSync(join(tmpdir(), 'cruvo-bench-'));
  const bytes = readFileSync(longVoice(folder, VOICE_SECONDS)).subarray(HEADER);
  rmSync(folder, { recursive: true });
  const samples = new Int16Array(new Uint8Array(bytes).buffer);
  return heardChannel({ sampleRate: RATE, channels: 1, samples }, 'both');
}
