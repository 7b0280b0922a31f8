import fc from 'fast-check';
import { addToMix } from './mixing';

const block = (channels: number, samples: readonly number[]) => ({
  sampleRate: 48_000,
  channels,
  samples: Int16Array.from(samples),
});

const as = (samples: number) => new Float32Array(samples).fill(1);

describe('addToMix', () => {
  it('puts one channel on both sides, and two where they are', () => {
    const mix = new Float32Array(8);
    addToMix(mix, block(1, [16384, -16384]), 1, as(2));
    addToMix(mix, block(2, [8192, 0]), 2, as(1));
    expect([...mix]).toEqual([0, 0, 0.5, 0.5, -0.25, -0.5, 0, 0]);
  });

  it('makes each frame as loud as it is asked to', () => {
    const mix = new Float32Array(4);
    addToMix(mix, block(1, [16384, 16384]), 0, Float32Array.of(0.5, 2));
    expect([...mix]).toEqual([0.25, 0.25, 1, 1]);
  });

  it('mixes in pieces as it does at once, also over the edges', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: -32768, max: 32767 }), { minLength: 1, maxLength: 40 }),
        fc.integer({ min: -20, max: 20 }),
        fc.integer({ min: 1, max: 9 }),
        (samples, start, piece) => {
          const whole = new Float32Array(40);
          addToMix(whole, block(1, samples), start, as(samples.length));
          const pieces = new Float32Array(40);
          for (let from = 0; from < 20; from += piece) {
            const part = pieces.subarray(2 * from, 2 * Math.min(20, from + piece));
            addToMix(part, block(1, samples), start - from, as(samples.length));
          }
          expect(pieces).toEqual(whole);
        },
      ),
    );
  });
});
