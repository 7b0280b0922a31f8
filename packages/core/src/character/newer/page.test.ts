import fc from 'fast-check';
import { evenly } from '../../testing/evenly';
import { hash } from '../../testing/testScene';
import type { Drawing } from '../drawing';
import { nameLikeness, overlapOf } from './likeness';
import { onEarlierPage, pageChange, SAME_PAGE } from './page';

const drawing = (x: number, y: number, width = 10, height = 10): Drawing => ({
  kind: 'raster',
  media: hash('a'),
  ...{ x, y, width, height },
});
const PAGE = { width: 100, height: 50 };

describe('pageChange', () => {
  it('is nothing for a page of the same size, wherever the drawings went', () => {
    expect(pageChange(PAGE, PAGE, [[drawing(0, 0), drawing(50, 20)]])).toBe(SAME_PAGE);
  });
  it('is told from the drawings: a larger page with drawings of the old size was extended', () => {
    const twice = { width: 200, height: 100 };
    const kept = [[drawing(5, 5), drawing(55, 30)] as const];
    expect(pageChange(PAGE, twice, kept)).toEqual({ scale: 1, x: 50, y: 25 });
    const grown = [[drawing(5, 5), drawing(10, 10, 20, 20)] as const];
    expect(pageChange(PAGE, twice, grown)).toEqual({ scale: 2, x: 0, y: 0 });
  });
  it('believes most of the drawings, not the one that was moved', () => {
    const pairs = [
      [drawing(0, 0), drawing(30, 0)],
      [drawing(10, 0), drawing(40, 0)],
      [drawing(20, 0), drawing(99, 9)],
    ] as const;
    expect(pageChange(PAGE, { width: 130, height: 50 }, pairs)).toEqual({ scale: 1, x: 30, y: 0 });
  });
  it('is a page saved larger and extended at once, though a third of the drawings were moved or stretched', () => {
    const at = fc.tuple(evenly(0, 90), evenly(0, 40), evenly(5, 20), evenly(5, 20));
    const stray = fc.tuple(evenly(20, 60), evenly(20, 60));
    fc.assert(
      fc.property(
        fc.array(at, { minLength: 6, maxLength: 12 }),
        evenly(0.5, 4),
        evenly(0, 60),
        evenly(0, 60),
        stray,
        (places, scale, right, down, [across, below]) => {
          const pairs = places.map(([x, y, width, height], index) => {
            const off = index % 3 === 2 ? (index % 2 === 0 ? across : below) : 0;
            const after = drawing(
              x * scale + right + off,
              y * scale + down - off,
              width * scale,
              height * scale * (off > 40 ? 1.5 : 1),
            );
            return [drawing(x, y, width, height), after] as const;
          });
          const after = { width: 100 * scale + right + 7, height: 50 * scale + down + 13 };
          const change = pageChange(PAGE, after, pairs);
          expect(change.scale).toBeCloseTo(scale, 2);
          expect(Math.abs(change.x - right)).toBeLessThan(1);
          expect(Math.abs(change.y - down)).toBeLessThan(1);
        },
      ),
    );
  });
  it('is undone by laying drawings on the earlier page', () => {
    const number = evenly(-500, 500);
    const scale = evenly(0.1, 8);
    fc.assert(
      fc.property(number, number, scale, number, number, (x, y, factor, right, down) => {
        const before = drawing(x, y);
        const after = {
          ...before,
          ...{ x: x * factor + right, y: y * factor + down },
          ...{ width: 10 * factor, height: 10 * factor },
        };
        const back = onEarlierPage(after, { scale: factor, x: right, y: down });
        for (const key of ['x', 'y', 'width', 'height'] as const) {
          expect(back[key]).toBeCloseTo(before[key], 6);
        }
      }),
    );
  });
});

describe('likeness of place and name', () => {
  it('is whole for the same box, nothing for boxes that don’t touch, and the same both ways', () => {
    const one = { x: 0, y: 0, width: 10, height: 10 };
    const other = { x: 5, y: 0, width: 10, height: 10 };
    expect(overlapOf(one, one)).toBe(1);
    expect(overlapOf(one, other)).toBeCloseTo(1 / 3);
    expect(overlapOf(other, one)).toBeCloseTo(1 / 3);
    expect(overlapOf(one, { ...other, x: 10 })).toBe(0);
  });
  it('counts the words that two names share, however they are written', () => {
    expect(nameLikeness('Brow left', 'left_BROW')).toBe(1);
    expect(nameLikeness('brow left', 'brow right')).toBeCloseTo(1 / 3);
    expect(nameLikeness('hat', 'cane')).toBe(0);
    expect(nameLikeness('', '')).toBe(0);
  });
});
