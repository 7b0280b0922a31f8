import fc from 'fast-check';
import { evenly } from '../testing/evenly';
import { follow, valueAt } from './signal';

const signal = { rate: 10, values: [0, 1, 0.5] };

describe('valueAt', () => {
  it('gives the value itself at the middle of its time, and goes evenly between', () => {
    expect(valueAt(signal, 0.15)).toBeCloseTo(1);
    expect(valueAt(signal, 0.1)).toBeCloseTo(0.5);
  });
  it('holds both ends', () => {
    expect([valueAt(signal, -3), valueAt(signal, 99)]).toEqual([0, 0.5]);
  });
  it('is 0 for an empty signal', () => {
    expect(valueAt({ rate: 100, values: [] }, 1)).toBe(0);
  });
});

describe('follow', () => {
  it('reaches 63 % of a step within the time constant', () => {
    const step = { rate: 1000, values: [0, ...new Array<number>(200).fill(1)] };
    expect(follow(step, 0.05, 0.05).values[50]).toBeCloseTo(1 - Math.exp(-1), 2);
  });
  it('follows at once with no time constant', () => {
    expect(follow(signal, 0, 0).values).toEqual(signal.values);
  });
  it('never leaves the range of what it follows', () => {
    const share = evenly(0, 1);
    fc.assert(
      fc.property(fc.array(share, { minLength: 1 }), share, share, (values, attack, release) => {
        for (const value of follow({ rate: 100, values }, attack, release).values) {
          expect(value).toBeGreaterThanOrEqual(Math.min(...values) - 1e-12);
          expect(value).toBeLessThanOrEqual(Math.max(...values) + 1e-12);
        }
      }),
    );
  });
});
