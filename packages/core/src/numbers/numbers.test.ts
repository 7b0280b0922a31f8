import fc from 'fast-check';
import { concatenated, withRoom } from './arrays';
import { clampShare } from './clamp';
import { firstWhere } from './binarySearch';

describe('withRoom', () => {
  it('keeps what counts, and makes room only when there is too little', () => {
    const length = fc.integer({ min: 0, max: 40 });
    fc.assert(
      fc.property(fc.float32Array({ noNaN: true }), length, length, (values, used, needed) => {
        fc.pre(used <= values.length);
        const roomy = withRoom(values, used, needed);
        expect(roomy.length).toBeGreaterThanOrEqual(needed);
        expect([...roomy.subarray(0, used)]).toEqual([...values.subarray(0, used)]);
        expect(roomy === values).toBe(needed <= values.length);
      }),
    );
  });
  it('gives an array of the same kind', () => {
    expect(withRoom(new Uint8Array([1, 2]), 2, 9)).toBeInstanceOf(Uint8Array);
    expect(withRoom(new Int32Array([-5]), 1, 3)[0]).toBe(-5);
  });
});

it('joins pieces in order', () => {
  fc.assert(
    fc.property(fc.array(fc.float32Array({ noNaN: true })), (pieces) => {
      expect([...concatenated(pieces)]).toEqual(pieces.flatMap((piece) => [...piece]));
    }),
  );
});

it.each([
  [-0.5, 0],
  [0.3, 0.3],
  [7, 1],
])('keeps a share within its limits: %d', (value, share) => {
  expect(clampShare(value)).toBe(share);
});

it('finds the first of a sorted list that is large enough', () => {
  fc.assert(
    fc.property(fc.array(fc.integer({ min: 0, max: 20 })), fc.nat(22), (values, least) => {
      const sorted = [...values].sort((a, b) => a - b);
      const first = firstWhere(sorted, (value) => value >= least);
      expect(first).toBe(sorted.filter((value) => value < least).length);
    }),
  );
});
