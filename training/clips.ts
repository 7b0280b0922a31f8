import { execFileSync } from 'node:child_process';
import { readdir, readFile } from 'node:fs/promises';
import path from 'node:path';
import { findWavSamples } from '@cruvo/core/formats';
import type { Label } from './boundaries';

/** Samples a second of everything that is scored. */
export const RATE = 16_000;

/** A recording whose sounds are known. */
export interface Clip {
  /** What it is counted with. */
  readonly group: string;
  /** What it is counted with besides: the kind of speaking within its group; null where there is but one. */
  readonly kind: string | null;
  /** What is said; empty where nothing is. */
  readonly text: string;
  readonly labels: readonly Label[];
  readonly samples: Float32Array;
}

/** Every labelled WAV under a folder that unpack.py or synthesise.py wrote. */
export async function clipsUnder(
  folder: string,
  groupOf: (name: string) => string,
  kindOf: (name: string) => string | null = () => null,
): Promise<Clip[]> {
  const names = (await readdir(folder, { recursive: true })).sort();
  return Promise.all(
    names
      .filter((name) => name.endsWith('.json'))
      .map(async (name) => {
        const file = path.join(folder, name);
        const { text, labels } = JSON.parse(await readFile(file, 'utf8')) as Clip;
        const samples = await readWav(file.replace(/json$/, 'wav'));
        return { group: groupOf(name), kind: kindOf(name), text, labels, samples };
      }),
  );
}

/** A clip with noise beneath, `decibels` below its speech. */
export function withNoise(clip: Clip, noise: Float32Array, decibels: number, group: string): Clip {
  const gain = (rms(clip.samples) / rms(noise)) * 10 ** (-decibels / 20);
  const samples = clip.samples.map((value, at) => value + gain * noise[at % noise.length]!);
  return { ...clip, group, kind: null, samples };
}

/** A clip whose voice is as much higher as if the tape ran faster, at its own speed. Needs ffmpeg. */
export function shifted(clip: Clip, semitones: number, group: string): Clip {
  const faster = 2 ** (semitones / 12);
  const raw = ['-f', 'f32le', '-ac', '1', '-ar', String(RATE)];
  const filter = `asetrate=${Math.round(RATE * faster)},aresample=${RATE},atempo=${1 / faster}`;
  const output = execFileSync(
    'ffmpeg',
    ['-v', 'error', ...raw, '-i', 'pipe:0', '-af', filter, ...raw, 'pipe:1'],
    { input: Buffer.from(clip.samples.buffer), maxBuffer: 1 << 28 },
  );
  const samples = new Float32Array(clip.samples.length);
  samples.set(new Float32Array(new Uint8Array(output).buffer).subarray(0, samples.length));
  return { ...clip, group, kind: null, samples };
}

/** Noises without any speech, at several levels. */
export async function silentClips(folder: string): Promise<Clip[]> {
  const names = (await readdir(folder)).filter((name) => name.endsWith('.wav'));
  const each = names.map(async (name) => {
    const noise = await readWav(path.join(folder, name));
    const labels = [{ start: 0, end: noise.length / RATE, viseme: 0 }];
    return [-60, -45, -30, -20].map((level) => {
      const gain = 10 ** (level / 20) / rms(noise);
      const samples = noise.map((value) => value * gain);
      return {
        group: `no speech: ${path.parse(name).name}`,
        kind: null,
        text: '',
        labels,
        samples,
      };
    });
  });
  return (await Promise.all(each)).flat();
}

export async function readWav(file: string): Promise<Float32Array> {
  const bytes = await readFile(file);
  const { dataStart } = findWavSamples(bytes)!;
  const whole = bytes.subarray(dataStart, bytes.length - ((bytes.length - dataStart) % 2));
  return Float32Array.from(new Int16Array(whole.slice().buffer), (value) => value / 32_768);
}

const rms = (samples: Float32Array) =>
  Math.sqrt(samples.reduce((sum, value) => sum + value * value, 0) / samples.length);
