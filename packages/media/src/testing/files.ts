import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { wavHeader } from '@cruvo/core/formats';
import { run } from '../tools';

const folders: string[] = [];
process.once('exit', () => {
  for (const folder of folders) rmSync(folder, { recursive: true, force: true });
});

/** A folder for the files of a test; gone when the process ends. */
export function testFolder(): string {
  const folder = mkdtempSync(join(tmpdir(), 'cruvo-test-'));
  folders.push(folder);
  return folder;
}

export function write(folder: string, name: string, content: string | Uint8Array): string {
  const path = join(folder, name);
  writeFileSync(path, content);
  return path;
}

/** Runs ffmpeg to make a file. */
export async function make(folder: string, name: string, ...args: string[]): Promise<string> {
  const path = join(folder, name);
  const { code, stderr } = await run('ffmpeg', ['-v', 'error', '-y', ...args, path]);
  if (code !== 0) throw new Error(stderr);
  return path;
}

/** A mono WAV at 48 kHz whose samples a function of time (seconds) gives, -1 to 1. */
export function wav(
  folder: string,
  name: string,
  seconds: number,
  sampleAt: (time: number) => number,
): string {
  const samples = Int16Array.from({ length: Math.round(seconds * 48_000) }, (_, at) =>
    Math.round(32_767 * sampleAt(at / 48_000)),
  );
  const header = wavHeader(48_000, 1, samples.byteLength);
  return write(folder, name, Buffer.concat([header, new Uint8Array(samples.buffer)]));
}

/** A tone that sounds in the given stretches of seconds and is silent elsewhere. */
export const toneIn =
  (...stretches: [number, number][]) =>
  (time: number): number =>
    stretches.some(([start, end]) => time >= start && time < end)
      ? 0.5 * Math.sin(2 * Math.PI * 300 * time)
      : 0;

export function svg(width: number, height: number, inside = ''): string {
  return `<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" viewBox="0 0 ${width} ${height}">${inside}</svg>`;
}

/** A small picture of one colour. */
export const plainSvg = (color: string): string =>
  svg(64, 36, `<rect width="64" height="36" fill="${color}"/>`);

/** Where a file that a drawing program wrote lies (`npm run fixtures`). */
export function fixturePath(name: string): string {
  return new URL(`./artwork/${name}`, import.meta.url).pathname;
}
