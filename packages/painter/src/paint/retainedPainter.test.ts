import fc from 'fast-check';
import { type Frame, type FrameItem, drawingItem, groupItem } from '@cruvo/core/frame';
import { type Box, translation } from '@cruvo/core/geometry';
import { plainPicture } from '../testing/plainPicture';
import type { DrawImage, ImageStore } from './images';
import { Painter } from './painter';
import { RetainedPainter, type PaintBudget } from './retainedPainter';

const SIZE = { width: 150, height: 70 };
const PAPER = '#e0d8c0';
const COLORS = { red: '#ff0000', green: '#00ff00', blue: '#0000ff' };
const GALLERY: ImageStore<string> = new Map(
  Object.entries(COLORS).map(([name, image]) => [name, { kind: 'raster', image }]),
);
const drawing = (id: string, media: string, x: number, y: number) =>
  drawingItem(id, { kind: 'raster', media, width: 20, height: 10 }, translation(x, y));
const frameOf = (items: readonly FrameItem[], background: string | null = PAPER): Frame => ({
  ...SIZE,
  background,
  items,
});

/** A painter that keeps what it painted, and one that paints everything anew. */
function painters(budget?: PaintBudget) {
  const counts = { drawn: 0 };
  const counting: DrawImage<string> = (...given) => {
    counts.drawn++;
    return plainPicture(...given);
  };
  const painter = new RetainedPainter(counting, budget);
  const anew = new Painter(plainPicture);
  return {
    counts,
    paint: (frame: Frame): readonly Box[] => painter.paintFrame(frame, GALLERY, SIZE),
    /** How many values differ from those of the frame painted anew, by more than what rounding in another order does. */
    wrong: (frame: Frame): number => {
      const [kept, fresh] = [
        painter.plane.read(painter.plane.box),
        anew.paintFrame(frame, GALLERY, SIZE),
      ];
      return kept.filter((value, at) => Math.abs(value - fresh[at]!) > 3).length;
    },
  };
}

const place = fc.record({
  id: fc.constantFrom('a', 'b', 'c', 'd', 'e', 'f', 'g', 'h'),
  media: fc.constantFrom('red', 'green', 'blue', 'lost'),
  x: fc.integer({ min: -30, max: 145 }),
  y: fc.integer({ min: -15, max: 65 }),
  how: fc.constantFrom('alone', 'alone', 'alone', 'multiply', 'faded', 'masked'),
});
const items = fc.uniqueArray(place, { selector: ({ id }) => id, maxLength: 8 }).map((places) =>
  places.map(({ id, media, x, y, how }): FrameItem => {
    const one = drawing(id, media, x, y);
    if (how === 'multiply') return groupItem(id, [one], { blend: 'multiply' });
    if (how === 'faded') return groupItem(id, [one], { opacity: 0.5 });
    if (how === 'masked') {
      return groupItem(id, [one], { mask: [drawing('m', 'blue', x + 5, y - 3)] });
    }
    return one;
  }),
);
/** A few frames, of which each may be shown for a while and come again. */
const order = fc
  .tuple(fc.array(items, { minLength: 1, maxLength: 4 }), fc.array(fc.nat(3), { maxLength: 14 }))
  .map(([some, at]) => at.map((index) => some[index % some.length]!));

describe('RetainedPainter', () => {
  it.each([
    ['plenty of room', undefined],
    ['room for three tiles and a few sprites', { sprites: 3000, runs: 200_000 }],
    ['no room at all', { sprites: 0, runs: 0 }],
  ] as const)('paints every pixel as if anew, with %s', (_room, budget) => {
    fc.assert(
      fc.property(order, fc.constantFrom(PAPER, null), (frames, background) => {
        const { paint, wrong } = painters(budget);
        for (const some of frames) {
          const frame = frameOf(some, background);
          paint(frame);
          expect(wrong(frame)).toBe(0);
        }
      }),
      { numRuns: 20 },
    );
  });

  it('paints only where something came, went or changed', () => {
    const { paint } = painters();
    const [still, here] = [drawing('a', 'red', 110, 50), drawing('b', 'blue', 10, 10)];
    expect(paint(frameOf([still, here]))).toEqual([{ x: 0, y: 0, ...SIZE }]);
    expect(paint(frameOf([still, here]))).toEqual([]);
    expect(paint(frameOf([still, drawing('b', 'green', 10, 10)]))).toEqual([
      { x: 9, y: 9, width: 22, height: 12 },
    ]);
    expect(paint(frameOf([still, drawing('b', 'green', 60, 10)]))).toHaveLength(2);
    expect(paint(frameOf([still]))).toEqual([{ x: 59, y: 9, width: 22, height: 12 }]);
    expect(paint(frameOf([still, here]))).toEqual([{ x: 9, y: 9, width: 22, height: 12 }]);
  });

  it('paints what has come to lie over or under something else', () => {
    const { paint, wrong } = painters();
    const [one, other] = [drawing('a', 'red', 10, 10), drawing('b', 'blue', 20, 12)];
    paint(frameOf([one, other]));
    const swapped = frameOf([other, one]);
    expect(paint(swapped)).toHaveLength(1);
    expect(wrong(swapped)).toBe(0);
  });

  it('copies what stands still instead of painting it again', () => {
    const { paint, counts } = painters();
    const crowd = Array.from({ length: 40 }, (_, at) => drawing(`s${at}`, 'red', 40 + at, 40));
    const faded = groupItem('faded', [drawing('one', 'green', 45, 42)], { opacity: 0.5 });
    const over = (x: number) => frameOf([...crowd, faded, drawing('moving', 'blue', x, 42)]);
    for (let x = 50; x < 54; x++) paint(over(x));
    const before = counts.drawn;
    for (let x = 54; x < 60; x++) paint(over(x));
    expect(counts.drawn).toBe(before);
  });

  it('copies drawings that only move', () => {
    const { paint, counts } = painters();
    const moving = (x: number) => frameOf([drawing('a', 'red', x, 20), drawing('b', 'red', x, 55)]);
    paint(moving(10));
    // Both are painted at once, and from the next frame on the same sprite serves both.
    expect(counts.drawn).toBe(2);
    for (let x = 11; x < 40; x++) paint(moving(x));
    expect(counts.drawn).toBe(3);
  });

  it('needs no more memory however often the picture gets another size', () => {
    const painter = new RetainedPainter(plainPicture);
    const frame = frameOf([drawing('a', 'red', 10, 10)]);
    const turn = () => {
      for (let at = 0; at < 12; at++) {
        painter.paintFrame(frame, GALLERY, { width: 1000 + 100 * (at % 2), height: 700 });
      }
      return painter.plane.memory.buffer.byteLength;
    };
    const first = turn();
    expect([turn(), turn()]).toEqual([first, first]);
  });

  it('says that there is nothing to show before the first frame', () => {
    expect(() => new RetainedPainter(plainPicture).plane).toThrow('Nothing has been painted');
  });
});
