import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { readWavHeader } from '@cruvo/core/formats';
import { AS_IT_WAS, type Shaping } from '@cruvo/core/scene';
import { testFolder, wav } from '../testing';
import { measureLoudness, needsShaping, shapeVoice } from './shape';
import { writeWorkingVoice } from './workingVoice';

const folder = testFolder();
const RATE = 48_000;

async function working(name: string, sound: (time: number) => number): Promise<string> {
  const path = join(folder, `${name}-working.wav`);
  await writeWorkingVoice(wav(folder, `${name}.wav`, 3, sound), name, path);
  return path;
}
const tone =
  (pitch: number, level = 0.2) =>
  (time: number) =>
    level * Math.sin(2 * Math.PI * pitch * time);
let seed = 1;
const noise = () => {
  seed = (seed * 16_807) % 2_147_483_647;
  return 0.02 * (seed / 1_073_741_823.5 - 1);
};
/** A tone of half a second in every second, over noise. */
const inNoise = (time: number) => noise() + (time % 1 < 0.5 ? tone(300)(time) : 0);

async function shaped(source: string, change: Partial<Shaping>) {
  const target = join(folder, 'shaped.wav');
  await shapeVoice(source, { ...AS_IT_WAS, ...change }, target);
  const bytes = await readFile(target);
  const { dataStart, dataLength } = readWavHeader(bytes);
  return new Int16Array(bytes.buffer.slice(bytes.byteOffset + dataStart).slice(0, dataLength));
}

/** Level between two times, dBFS. */
function level(samples: Int16Array, from: number, to: number): number {
  const part = samples.subarray(from * RATE, to * RATE);
  const mean = part.reduce((sum, one) => sum + (one / 32_768) ** 2, 0) / part.length;
  return 10 * Math.log10(mean);
}

/** Pitch by counting how often the sound rises through 0, Hz. */
function pitchOf(samples: Int16Array): number {
  const middle = samples.subarray(RATE / 2, -RATE / 2);
  let rises = 0;
  middle.forEach((one, at) => (rises += at > 0 && one >= 0 && middle[at - 1]! < 0 ? 1 : 0));
  return (rises * RATE) / middle.length;
}

describe('shapeVoice', () => {
  it('makes a voice faster or slower, at the same pitch', async () => {
    const source = await working('tone', tone(200));
    const [fast, slow] = [await shaped(source, { pace: 1.5 }), await shaped(source, { pace: 0.5 })];
    expect(fast.length / RATE).toBeCloseTo(2, 3);
    expect(slow.length / RATE).toBeCloseTo(6, 3);
    expect(pitchOf(slow)).toBeCloseTo(200, -1);
  });
  it.each([0.8, 2])('puts every moment where a pace of %d puts it', async (pace) => {
    const source = await working('burst', (time) => (time > 1 && time < 1.5 ? tone(200)(time) : 0));
    const samples = await shaped(source, { pace });
    const loud = (sample: number) => Math.abs(sample) > 2500;
    const middle = (samples.findIndex(loud) + samples.findLastIndex(loud)) / 2 / RATE;
    // About half a frame at 24 frames a second.
    expect(Math.abs(middle - 1.25 / pace)).toBeLessThan(0.025);
  });
  it('makes it higher or lower, and as long as it was', async () => {
    const high = await shaped(await working('tone', tone(200)), { pitch: 12 });
    expect(high.length / RATE).toBeCloseTo(3, 3);
    expect(pitchOf(high)).toBeGreaterThan(380);
    expect(pitchOf(high)).toBeLessThan(420);
  });
  it('takes noise away from the pauses, and leaves the voice', async () => {
    const source = await working('noisy', inNoise);
    const [noisy, clean] = [await shaped(source, {}), await shaped(source, { cleaning: 'sound' })];
    expect(level(clean, 2.6, 2.9)).toBeLessThan(level(noisy, 2.6, 2.9) - 8);
    expect(Math.abs(level(clean, 2.1, 2.4) - level(noisy, 2.1, 2.4))).toBeLessThan(1);
  });
  it('is needed for anything but what was recorded', () => {
    expect(needsShaping(AS_IT_WAS)).toBe(false);
    expect(needsShaping({ ...AS_IT_WAS, cleaning: 'hearing' })).toBe(true);
    expect(needsShaping({ ...AS_IT_WAS, pace: 2 })).toBe(true);
  });
});

describe('measureLoudness', () => {
  it('tells a tone as the standard says: 997 Hz at 0 dBFS is -3.01 LUFS in one channel', async () => {
    const source = await working('reference', tone(997, 0.5));
    const { integrated, peak } = await measureLoudness(source, { start: 0, end: 3 });
    expect(integrated).toBeCloseTo(-9, 0);
    expect(peak).toBeCloseTo(-6, 0);
  });
  it('tells nothing of silence', async () => {
    const source = await working('silence', () => 0);
    expect(await measureLoudness(source, { start: 0, end: 1 })).toEqual({
      ...{ integrated: null, peak: null },
    });
  });
});
