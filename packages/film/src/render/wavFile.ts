import { open } from 'node:fs/promises';
import { wavHeader } from '@cruvo/core/formats';
import { MIX_CHANNELS, MIX_RATE, type Mix } from './soundMix';

const BYTES = 3;
const HIGHEST = 2 ** 23 - 1;

/** Writes a mix as a WAV of 24 bits; what is louder than full scale is cut off. @param length seconds */
export async function writeWav(path: string, mix: Mix, length: number): Promise<void> {
  const frames = Math.round(length * MIX_RATE);
  const file = await open(path, 'w');
  try {
    await file.write(wavHeader(MIX_RATE, MIX_CHANNELS, frames * MIX_CHANNELS * BYTES, BYTES));
    for await (const block of mix) {
      const bytes = Buffer.alloc(BYTES * block.length);
      block.forEach((value, at) => {
        const sample = Math.round(HIGHEST * Math.max(-1, Math.min(1, value)));
        bytes.writeIntLE(sample, BYTES * at, BYTES);
      });
      await file.write(bytes);
    }
  } finally {
    await file.close();
  }
}
