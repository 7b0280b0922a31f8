import fc from 'fast-check';
import type { Viewport } from './viewport';
import { visibleSpans } from './visibleSpans';

const seconds = (time: number) => time;
const evenly = (count: number, length: number) =>
  Array.from({ length: count }, (_, at) => ({ start: at * length, end: (at + 1) * length }));
const shown = (spans: { start: number; end: number }[], viewport: Viewport, width: number) => [
  ...visibleSpans(spans, viewport, width, seconds),
];

describe('visibleSpans', () => {
  it('gives all spans in view at their places, and none beside', () => {
    const found = shown(evenly(100, 1), { start: 10.5, scale: 10 }, 40);
    expect(found.map(({ item }) => item.start)).toEqual([10, 11, 12, 13, 14]);
    expect(found[0]).toMatchObject({ left: -5, right: 5 });
  });
  it('gives no more than there is room for, however many there are', () => {
    const found = shown(evenly(100_000, 0.01), { start: 0, scale: 1 }, 1000);
    expect(found.length).toBeLessThanOrEqual(335);
    expect(found.length).toBeGreaterThan(300);
    expect(found.at(-1)!.right).toBeGreaterThan(990);
  });
  it('gives them in order, apart from each other, and never leaves out a wide one', () => {
    const lengths = fc.array(fc.double({ min: 0.01, max: 3, noNaN: true }), { maxLength: 60 });
    const view = fc.record({
      start: fc.double({ min: 0, max: 40, noNaN: true }),
      scale: fc.double({ min: 0.5, max: 80, noNaN: true }),
    });
    fc.assert(
      fc.property(lengths, view, (parts, viewport) => {
        let time = 0;
        const spans = parts.map((length) => ({ start: time, end: (time += length) }));
        const found = shown(spans, viewport, 300);
        found.slice(1).forEach(({ left }, at) => {
          expect(left).toBeGreaterThanOrEqual(found[at]!.left);
        });
        for (const span of spans) {
          const left = (span.start - viewport.start) * viewport.scale;
          const right = (span.end - viewport.start) * viewport.scale;
          const inView = right > 1e-6 && left < 300 - 1e-6;
          if (inView && right - left >= 3.001) {
            expect(found.some(({ item }) => item === span)).toBe(true);
          }
        }
      }),
    );
  });
  it('gives nothing of nothing', () => {
    expect(shown([], { start: 0, scale: 1 }, 100)).toEqual([]);
  });
});
