import fc from 'fast-check';
import type { Box } from '@cruvo/core/geometry';
import { joined, overlap } from './regions';

const box = fc.record({
  x: fc.integer({ min: 0, max: 200 }),
  y: fc.integer({ min: 0, max: 200 }),
  width: fc.integer({ min: 0, max: 60 }),
  height: fc.integer({ min: 0, max: 60 }),
});
const covers = (boxes: readonly Box[], x: number, y: number) =>
  boxes.some((one) => x >= one.x && y >= one.y && x < one.x + one.width && y < one.y + one.height);
const of = (x: number, y: number, width: number, height: number): Box => ({ x, y, width, height });

describe('joined', () => {
  it('covers all that the boxes cover, with no more than 16', () => {
    fc.assert(
      fc.property(fc.array(box, { maxLength: 40 }), (boxes) => {
        const regions = joined(boxes);
        expect(regions.length).toBeLessThanOrEqual(16);
        for (const { x, y, width, height } of boxes) {
          if (width === 0 || height === 0) continue;
          expect(covers(regions, x, y)).toBe(true);
          expect(covers(regions, x + width - 1, y + height - 1)).toBe(true);
        }
      }),
    );
  });
  it('keeps apart what lies far apart, and joins what is near', () => {
    expect(joined([of(0, 0, 10, 10), of(100, 100, 10, 10)])).toHaveLength(2);
    expect(joined([of(0, 0, 10, 10), of(11, 0, 10, 10)])).toEqual([of(0, 0, 21, 10)]);
    expect(joined([of(0, 0, 10, 10), of(0, 0, 10, 10)])).toEqual([of(0, 0, 10, 10)]);
    // The third fills the gap between the first two, so that all are one.
    expect(joined([of(0, 0, 10, 10), of(30, 0, 10, 10), of(8, 0, 24, 10)])).toEqual([
      of(0, 0, 40, 10),
    ]);
    expect(joined([of(5, 5, 0, 10), of(5, 5, 10, 0)])).toEqual([]);
  });
  it('joins the two that lie best together when there are too many', () => {
    const apart = Array.from({ length: 17 }, (_, at) => of(100 * at, 100 * at, 10, 10));
    const regions = joined([...apart.slice(0, 16), of(1525, 1500, 10, 10)]);
    expect(regions).toHaveLength(16);
    expect(regions).toContainEqual(of(1500, 1500, 35, 10));
  });
});

it('tells boxes that share an area from those that only touch', () => {
  expect(overlap(of(0, 0, 10, 10), of(9, 9, 5, 5))).toBe(true);
  expect(overlap(of(0, 0, 10, 10), of(10, 0, 5, 5))).toBe(false);
  expect(overlap(of(0, 0, 10, 10), of(0, 10, 5, 5))).toBe(false);
  expect(overlap(of(5, 5, 0, 10), of(0, 0, 20, 20))).toBe(false);
});
