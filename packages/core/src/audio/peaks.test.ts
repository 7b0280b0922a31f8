import fc from 'fast-check';
import { evenly } from '../testing/evenly';
import { PEAK_RATE, PeakMeter, PeakPyramid } from './peaks';

const RATE = 8000;

function peaksOf(samples: Int16Array, blocks = [samples.length]): Int8Array {
  const meter = new PeakMeter(RATE);
  for (let at = 0, index = 0; at < samples.length; index++) {
    const size = blocks[index % blocks.length]!;
    meter.push({ sampleRate: RATE, channels: 1, samples: samples.subarray(at, at + size) });
    at += size;
  }
  return meter.finish();
}

describe('PeakMeter', () => {
  it('keeps the lowest and highest sample of each 1/400 s', () => {
    const samples = new Int16Array(RATE / 2);
    samples[1000] = 25_600;
    samples[1005] = -12_800;
    const peaks = peaksOf(samples);
    expect(peaks).toHaveLength(2 * (PEAK_RATE / 2));
    const pair = Math.floor((1000 / RATE) * PEAK_RATE);
    expect([peaks[2 * pair], peaks[2 * pair + 1]]).toEqual([-50, 100]);
  });

  it('does not depend on how the samples are cut into blocks', () => {
    fc.assert(
      fc.property(
        fc.int16Array({ minLength: 1, maxLength: 900 }),
        fc.array(fc.integer({ min: 1, max: 200 }), { minLength: 1 }),
        (samples, blocks) => {
          expect(peaksOf(samples, blocks)).toEqual(peaksOf(samples));
        },
      ),
    );
  });
});

describe('PeakPyramid', () => {
  it('never hides a peak, however much time one pixel covers', () => {
    fc.assert(
      fc.property(
        fc.int8Array({ minLength: 2, maxLength: 400 }).filter((array) => array.length % 2 === 0),
        evenly(0, 0.4),
        evenly(0.001, 0.5),
        (values, start, span) => {
          const peaks = values.map((value, at) =>
            at % 2 === 0 ? -Math.abs(value) : Math.abs(value),
          );
          const { low, high } = new PeakPyramid(peaks).between(start, start + span);
          const first = Math.floor(start * PEAK_RATE);
          const last = Math.min(peaks.length / 2, Math.ceil((start + span) * PEAK_RATE));
          for (let pair = first; pair < last; pair++) {
            expect(low).toBeLessThanOrEqual(peaks[2 * pair]! / 128);
            expect(high).toBeGreaterThanOrEqual(peaks[2 * pair + 1]! / 128);
          }
        },
      ),
    );
  });
});
