import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { readWavHeader } from '@cruvo/core/formats';
import { testFolder, wav } from '../testing';
import { composeVoices } from './compose';
import { writeWorkingVoice } from './workingVoice';

const folder = testFolder();
const RATE = 48_000;
const target = join(folder, 'composed.wav');

/** Two seconds of one steady value. */
async function steady(name: string, value: number): Promise<string> {
  const path = join(folder, `${name}-working.wav`);
  await writeWorkingVoice(
    wav(folder, `${name}.wav`, 2, () => value),
    name,
    path,
  );
  return path;
}

async function samples(): Promise<Int16Array> {
  const bytes = await readFile(target);
  const { dataStart, dataLength } = readWavHeader(bytes);
  return new Int16Array(bytes.buffer.slice(bytes.byteOffset + dataStart).slice(0, dataLength));
}

describe('composeVoices', () => {
  it('puts stretches where they belong, without a jump between them', async () => {
    const [low, high] = [await steady('low', 0.1), await steady('high', 0.5)];
    await composeVoices(
      [
        { path: low, start: 0, end: 0.5 },
        { path: high, start: 0.7, end: 1.2 },
        { path: low, start: 1, end: 2 },
      ],
      target,
    );
    const all = await samples();
    expect(all.length / RATE).toBeCloseTo(2, 3);
    const at = (time: number) => all[Math.round(time * RATE)]! / 32_768;
    expect([at(0.4), at(0.6), at(0.9), at(1.1), at(1.9)].map((one) => one.toFixed(2))).toEqual([
      ...['0.10', '0.50', '0.50', '0.10', '0.10'],
    ]);
    const steepest = Math.max(...all.slice(1).map((one, index) => Math.abs(one - all[index]!)));
    expect(steepest).toBeLessThan(100);
  });
  it('begins with silence where a stretch begins before its voice', async () => {
    const high = await steady('high', 0.5);
    await composeVoices([{ path: high, start: -0.5, end: 1 }], target);
    const all = await samples();
    expect(all.length / RATE).toBeCloseTo(1.5, 3);
    expect([all[0.4 * RATE], all[0.6 * RATE]! > 10_000]).toEqual([0, true]);
  });
});
