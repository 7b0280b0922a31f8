import fc from 'fast-check';
import { sheetLayout } from './sheetLayout';

it('each picture has a place of its own within its page', () => {
  const side = fc.integer({ min: 1, max: 100 });
  fc.assert(
    fc.property(fc.integer({ min: 0, max: 200 }), side, side, (count, width, height) => {
      const { pages, places } = sheetLayout(count, { width, height }, 256);
      expect(places).toHaveLength(count);
      const taken = new Set<string>();
      for (const { page, x, y } of places) {
        taken.add(`${page} ${x / width} ${y / height}`);
        expect(x + width).toBeLessThanOrEqual(pages[page]!.width);
        expect(y + height).toBeLessThanOrEqual(pages[page]!.height);
      }
      expect(taken.size).toBe(count);
      for (const page of pages) expect(Math.max(page.width, page.height)).toBeLessThanOrEqual(256);
    }),
  );
});

it('is about square, and fills pages before it takes another', () => {
  expect(sheetLayout(9, { width: 10, height: 10 }, 256).pages).toEqual([{ width: 30, height: 30 }]);
  expect(sheetLayout(9, { width: 10, height: 10 }, 25).pages).toEqual([
    ...[{ width: 20, height: 20 }],
    ...[{ width: 20, height: 20 }],
    ...[{ width: 10, height: 10 }],
  ]);
});
