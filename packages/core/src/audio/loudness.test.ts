import fc from 'fast-check';
import { LoudnessMeter, SILENCE_DB } from './loudness';

const RATE = 16_000;

function sine(seconds: number, amplitude: number, frequency = 440): Float32Array {
  return Float32Array.from(
    { length: seconds * RATE },
    (_, at) => amplitude * Math.sin((2 * Math.PI * frequency * at) / RATE),
  );
}

function measure(samples: Float32Array, rate = RATE): readonly number[] {
  const meter = new LoudnessMeter(rate);
  meter.push(samples);
  return meter.finish().values;
}

describe('LoudnessMeter', () => {
  it('gives one value for every 10 ms', () => {
    expect(measure(sine(1.5, 0.5))).toHaveLength(150);
  });

  it.each([
    [1, -3],
    [0.5, -9],
    [0.01, -43],
  ])('measures a sine of amplitude %d at %d dB', (amplitude, expected) => {
    const middle = measure(sine(1, amplitude))[50]!;
    expect(middle).toBeCloseTo(expected, 0);
  });

  it('tells the floor for digital silence, not minus infinity', () => {
    expect(measure(new Float32Array(RATE))).toEqual(new Array(100).fill(SILENCE_DB));
  });

  it('does not take a constant offset or rumble for voice', () => {
    const offset = new Float32Array(RATE).fill(0.5);
    expect(measure(offset)[80]).toBeLessThan(-80);
    const rumble = measure(sine(1, 0.5, 20))[80]!;
    expect(rumble).toBeLessThan(measure(sine(1, 0.5, 440))[80]! - 9);
  });

  it('does not depend on how the samples are cut into blocks', () => {
    const samples = sine(0.7, 0.3).map((value, at) => value * Math.sin(at / 900));
    const whole = measure(samples);
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 1, max: 3000 }), { minLength: 1, maxLength: 20 }),
        (cuts) => {
          const meter = new LoudnessMeter(RATE);
          let at = 0;
          for (let index = 0; at < samples.length; index++) {
            const size = cuts[index % cuts.length]!;
            meter.push(samples.subarray(at, at + size));
            at += size;
          }
          expect(meter.finish().values).toEqual(whole);
        },
      ),
      { numRuns: 30 },
    );
  });

  it('says nothing of nothing', () => {
    expect(measure(new Float32Array(0))).toEqual([]);
  });
});
