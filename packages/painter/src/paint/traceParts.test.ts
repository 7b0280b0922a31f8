import type { Character } from '@cruvo/core/character';
import type { FrameItem } from '@cruvo/core/frame';
import { mappedBox, multiply, type Box, type Matrix } from '@cruvo/core/geometry';
import { RICH_CHARACTERS } from '@cruvo/core/testing';
import type { Painter } from './painter';
import { traceParts } from './traceParts';

const [base] = RICH_CHARACTERS.values();
const [first] = Object.values(base!.drawings).flat();
const drawing = (box: Box, media: string) => ({ ...first!, ...box, media });
const part = (id: string, key: string | null) => ({
  ...Object.values(base!.parts)[0]!,
  ...{ id, drawing: key },
});
const character = {
  ...base!,
  drawings: {
    head: [drawing({ x: 100, y: 50, width: 200, height: 100 }, 'full')],
    hat: [drawing({ x: 150, y: 10, width: 100, height: 60 }, 'full')],
    ghost: [drawing({ x: 0, y: 0, width: 50, height: 50 }, 'empty')],
  },
  parts: {
    head: part('head', 'head'),
    hat: part('hat', 'hat'),
    ghost: part('ghost', 'ghost'),
    group: part('group', null),
    lost: part('lost', 'gone'),
  },
} as unknown as Character;

/** Paints whatever is full as the box that it lies in. */
function boxPainter() {
  const asked: { width: number; height: number; ids: string[] }[] = [];
  const paintItems = (
    items: readonly FrameItem[],
    _images: unknown,
    view: Matrix,
    { width, height }: { width: number; height: number },
  ) => {
    asked.push({ width, height, ids: items.map(({ id }) => id) });
    const data = new Uint8ClampedArray(4 * width * height);
    for (const item of items) {
      if (!('media' in item) || item.media !== 'full' || item.kind === 'bent') continue;
      const own = { x: 0, y: 0, width: item.width, height: item.height };
      const box = mappedBox(multiply(view, item.matrix), own);
      for (let y = Math.round(box.y); y < Math.round(box.y + box.height); y++) {
        for (let x = Math.round(box.x); x < Math.round(box.x + box.width); x++) {
          data[4 * (y * width + x) + 3] = 255;
        }
      }
    }
    return data;
  };
  return { asked, painter: { paintItems } as unknown as Painter<null> };
}
const NO_IMAGES = { get: () => undefined } as never;

const extent = (points: readonly { x: number; y: number }[]) => {
  const [xs, ys] = [points.map(({ x }) => x), points.map(({ y }) => y)];
  return [Math.min(...xs), Math.min(...ys), Math.max(...xs), Math.max(...ys)];
};

describe('the outline of parts', () => {
  it('goes around what one of them shows, in units of the artwork', () => {
    const { painter, asked } = boxPainter();
    const outline = traceParts(painter, NO_IMAGES, character, ['head'])!;
    expect(outline).toHaveLength(1);
    const found = extent(outline[0]!);
    // A little outwards, so that smoothed edges lie inside.
    for (const [at, edge] of [100, 50, 300, 150].entries()) {
      expect(Math.abs(found[at]! - edge)).toBeLessThan(4);
    }
    expect(Math.max(asked[0]!.width, asked[0]!.height)).toBe(180);
    expect(asked[0]!.height).toBe(Math.ceil((180 * 108) / 208));
  });
  it('goes around all of them together', () => {
    const { painter, asked } = boxPainter();
    const [outline, ...others] = traceParts(painter, NO_IMAGES, character, ['head', 'hat'])!;
    expect(others).toEqual([]);
    const found = extent(outline!);
    for (const [at, edge] of [100, 10, 300, 150].entries()) {
      expect(Math.abs(found[at]! - edge)).toBeLessThan(4);
    }
    expect(asked[0]!.ids).toEqual(['0', '1']);
  });
  it('is none where they show nothing, or have no drawing', () => {
    const { painter, asked } = boxPainter();
    expect(traceParts(painter, NO_IMAGES, character, ['group', 'lost', 'nobody'])).toBeNull();
    expect(asked).toEqual([]);
    expect(traceParts(painter, NO_IMAGES, character, ['ghost'])).toBeNull();
    expect(asked).toHaveLength(1);
  });
});
