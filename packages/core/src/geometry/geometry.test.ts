import fc from 'fast-check';
import { evenly } from '../testing/evenly';
import { grow, unionOf } from './box';
import {
  fitInside,
  IDENTITY,
  meanScale,
  multiply,
  scaling,
  translation,
  type Matrix,
} from './matrix';

const number = evenly(-100, 100);
const matrix = fc.tuple(number, number, number, number, number, number) as fc.Arbitrary<Matrix>;
const apply = ([a, b, c, d, e, f]: Matrix, x: number, y: number) => [
  a * x + c * y + e,
  b * x + d * y + f,
];

describe('matrices', () => {
  it('combine so that the inner one is applied first', () => {
    fc.assert(
      fc.property(matrix, matrix, number, number, (outer, inner, x, y) => {
        const [ix, iy] = apply(inner, x, y) as [number, number];
        const [expectedX, expectedY] = apply(outer, ix, iy);
        const [gotX, gotY] = apply(multiply(outer, inner), x, y);
        expect(gotX).toBeCloseTo(expectedX!, 4);
        expect(gotY).toBeCloseTo(expectedY!, 4);
      }),
    );
  });
  it('know the one that changes nothing', () => {
    fc.assert(
      fc.property(matrix, (some) => {
        for (const product of [multiply(IDENTITY, some), multiply(some, IDENTITY)]) {
          product.forEach((value, at) => expect(value).toBeCloseTo(some[at]!, 9));
        }
      }),
    );
  });
  it('tell how much they stretch', () => {
    expect(meanScale(multiply(scaling(3), translation(5, 6)))).toBe(3);
    expect(meanScale([2, 0, 0, 8, 0, 0])).toBe(4);
  });
});

it('fits a box into another as large as it goes, in the middle', () => {
  const side = evenly(1, 4000);
  const size = fc.record({ width: side, height: side });
  fc.assert(
    fc.property(size, size, (inner, outer) => {
      const [scale, , , , left, top] = fitInside(inner, outer);
      expect(2 * left + scale * inner.width).toBeCloseTo(outer.width, 6);
      expect(2 * top + scale * inner.height).toBeCloseTo(outer.height, 6);
      expect(Math.min(left, top)).toBeCloseTo(0, 6);
    }),
  );
});

it('joins and grows boxes', () => {
  expect(unionOf([])).toBeNull();
  const joined = unionOf([
    { x: 0, y: 5, width: 10, height: 10 },
    { x: -5, y: 8, width: 2, height: 20 },
  ]);
  expect(joined).toEqual({ x: -5, y: 5, width: 15, height: 23 });
  expect(grow(joined!, 1)).toEqual({ x: -6, y: 4, width: 17, height: 25 });
});
