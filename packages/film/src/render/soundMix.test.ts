import { join } from 'node:path';
import { testFolder, wav, write } from '@cruvo/media/testing';
import { AS_RECORDED } from '@cruvo/core/audio';
import { wavHeader } from '@cruvo/core/formats';
import { MIX_RATE, mixedSound, type FilmSound } from './soundMix';

const folder = testFolder();
const level = (name: string, seconds: number, value: number) =>
  wav(folder, name, seconds, () => value);

type Heard = Pick<FilmSound, 'path' | 'start'> & Partial<FilmSound>;

/** The mix of sounds that are heard as they were recorded, unless something else is said. */
async function mixed(heard: readonly Heard[], length: number): Promise<Float32Array> {
  const sounds = heard.map((sound) => {
    return { name: 'Line', offset: 0, duration: 3600, envelope: AS_RECORDED, ...sound };
  });
  const blocks: number[] = [];
  for await (const block of mixedSound(sounds, { from: 0, to: length }))
    for (const value of block) blocks.push(value);
  return Float32Array.from(blocks);
}
/** What is heard on the left at a time, seconds. */
const at = (mix: Float32Array, time: number) => mix[2 * Math.floor(time * MIX_RATE)]!;

describe('mixedSound', () => {
  it('puts each sound at its time, adds them, and ends with the film', async () => {
    const quarter = level('quarter.wav', 1.3, 0.25);
    const half = level('half.wav', 0.4, 0.5);
    const mix = await mixed(
      [
        { path: half, start: 1 },
        { path: quarter, start: 0.2 },
      ],
      2,
    );
    expect(mix.length).toBe(2 * 2 * MIX_RATE);
    const heard = [0.1, 0.3, 1.1, 1.45, 1.6].map((time) => at(mix, time));
    [0, 0.25, 0.75, 0.25, 0].forEach((value, index) => expect(heard[index]).toBeCloseTo(value, 3));
    expect(mix.filter((_, index) => index % 2 === 0)).toEqual(
      mix.filter((_, index) => index % 2 === 1),
    );
  });

  it('is exact to the sample over the edges of its blocks', async () => {
    const path = wav(folder, 'ramp.wav', 1.2, (time) => time / 2);
    const mix = await mixed([{ path, start: 0.3 }], 1.6);
    const start = 0.3 * MIX_RATE;
    for (const frame of [0, 1, 9599, 9600, 9601, 23_999, 33_600, 57_599]) {
      expect(mix[2 * (start + frame)]).toBeCloseTo(frame / MIX_RATE / 2, 4);
    }
    expect(mix[2 * (start - 1)]).toBe(0);
    expect(mix[2 * (start + 57_600)]).toBe(0);
  });

  it('plays a stretch of a sound, louder, with its fades', async () => {
    const path = wav(folder, 'long ramp.wav', 2, (time) => time / 4);
    const envelope = { gain: 6.0206, fadeIn: 0.25, fadeOut: 0.5 };
    const mix = await mixed([{ path, start: 0.3, offset: 0.5, duration: 1, envelope }], 2);
    const heard = (time: number) => at(mix, 0.3 + time);
    // Twice as loud as a quarter of the time in the file.
    const full = (time: number) => (2 * (0.5 + time)) / 4;
    expect(heard(0.4)).toBeCloseTo(full(0.4), 3);
    expect(heard(0.125)).toBeCloseTo(full(0.125) / 2, 3);
    expect(heard(0.75)).toBeCloseTo(full(0.75) / 2, 3);
    expect([heard(-0.01), heard(1.001)]).toEqual([0, 0]);
  });

  it('cuts off what sounds longer than the film, and leaves out what begins later', async () => {
    const path = level('long.wav', 3, 0.5);
    const mix = await mixed(
      [
        { path, start: 0.5 },
        { path, start: 9 },
      ],
      1,
    );
    expect([mix.length / 2, at(mix, 0.4), at(mix, 0.99)]).toEqual([MIX_RATE, 0, 0.5]);
  });

  it('keeps two channels apart', async () => {
    const samples = Int16Array.from([16384, -8192, 16384, -8192]);
    const header = wavHeader(48_000, 2, samples.byteLength);
    const path = write(folder, 'two.wav', Buffer.concat([header, new Uint8Array(samples.buffer)]));
    expect([...(await mixed([{ path, start: 0 }], 4 / MIX_RATE))]).toEqual([
      ...[0.5, -0.25, 0.5, -0.25],
      ...[0, 0, 0, 0],
    ]);
  });

  it('holds few files open, however many there are', async () => {
    const path = level('short.wav', 0.1, 0.1);
    const sounds = Array.from({ length: 2000 }, (_, index) => ({ path, start: index / 10 }));
    const mix = await mixed(sounds, 200);
    expect([at(mix, 0.05), at(mix, 199.95)].map((value) => value.toFixed(2))).toEqual([
      '0.10',
      '0.10',
    ]);
  });

  it('fails where a file is no working voice', async () => {
    const path = write(folder, 'no.wav', 'no sound');
    await expect(mixed([{ path, start: 0 }], 1)).rejects.toThrow(/not a WAV/);
    await expect(mixed([{ path: join(folder, 'gone.wav'), start: 0 }], 1)).rejects.toThrow(
      /ENOENT/,
    );
  });
});
