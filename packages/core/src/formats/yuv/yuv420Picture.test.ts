import fc from 'fast-check';
import type { Box } from '../../geometry';
import { KernelMemory } from '../../kernel';
import { Plane } from '../../raster';
import { Yuv420Picture } from './yuv420Picture';

type Rgb = readonly [red: number, green: number, blue: number];

/** ITU-R BT.709, limited range, in full precision. */
function exact([r, g, b]: Rgb): { y: number; u: number; v: number } {
  const luma = (0.2126 * r + 0.7152 * g + 0.0722 * b) / 255;
  return {
    y: 16 + 219 * luma,
    u: 128 + (224 * (b / 255 - luma)) / 1.8556,
    v: 128 + (224 * (r / 255 - luma)) / 1.5748,
  };
}

const byte = fc.integer({ min: 0, max: 255 });
const color = fc.tuple(byte, byte, byte);
const even = fc.integer({ min: 1, max: 13 }).map((half) => 2 * half);

const memory = new KernelMemory();

/** Paints a box in which each pixel has its own colour. */
function paint(plane: Plane, box: Box, colorAt: (x: number, y: number) => Rgb): void {
  const rgba = new Uint8ClampedArray(4 * box.width * box.height);
  for (let y = 0; y < box.height; y++) {
    for (let x = 0; x < box.width; x++) {
      rgba.set([...colorAt(box.x + x, box.y + y), 255], 4 * (y * box.width + x));
    }
  }
  plane.write(box, rgba);
}

const meanOf = (colors: readonly Rgb[]): Rgb =>
  [0, 1, 2].map(
    (channel) => colors.reduce((sum, one) => sum + one[channel]!, 0) / colors.length,
  ) as unknown as Rgb;

function expectPicture(
  { width, height }: Plane,
  { bytes }: Yuv420Picture,
  colorAt: (x: number, y: number) => Rgb,
) {
  expect(bytes).toHaveLength(1.5 * width * height);
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const wanted = exact(colorAt(x, y)).y;
      // Rounded, with factors of 15 bits.
      if (Math.abs(bytes[y * width + x]! - wanted) > 0.51) {
        throw new Error(`luma at ${x} ${y}: ${bytes[y * width + x]} instead of ${wanted}`);
      }
    }
  }
  const pixels = width * height;
  for (let y = 0; y < height; y += 2) {
    for (let x = 0; x < width; x += 2) {
      const four = [colorAt(x, y), colorAt(x + 1, y), colorAt(x, y + 1), colorAt(x + 1, y + 1)];
      const { u, v } = exact(meanOf(four));
      const at = pixels + (y / 2) * (width / 2) + x / 2;
      const [isU, isV] = [bytes[at]!, bytes[at + pixels / 4]!];
      if (Math.abs(isU - u) >= 0.52 || Math.abs(isV - v) >= 0.52) {
        throw new Error(`chroma at ${x} ${y}: ${isU}, ${isV} instead of ${u}, ${v}`);
      }
    }
  }
}

describe('Yuv420Picture', () => {
  it('holds every colour as film does, at any size', () => {
    fc.assert(
      fc.property(
        even,
        even,
        fc.array(color, { minLength: 5, maxLength: 5 }),
        (width, height, colors) => {
          const colorAt = (x: number, y: number) => colors[(3 * x + 5 * y + x * y) % 5]!;
          const plane = new Plane(memory, width, height);
          const picture = new Yuv420Picture(plane);
          paint(plane, plane.box, colorAt);
          picture.update(plane.box);
          expectPicture(plane, picture, colorAt);
        },
      ),
      { numRuns: 60 },
    );
  });

  it('changes the box that is given, and nothing that is further away than chroma reaches', () => {
    const box = fc
      .tuple(
        fc.nat(38),
        fc.nat(22),
        fc.integer({ min: 1, max: 30 }),
        fc.integer({ min: 1, max: 20 }),
      )
      .map(([x, y, width, height]) => ({
        ...{ x, y },
        width: Math.min(width, 40 - x),
        height: Math.min(height, 24 - y),
      }));
    fc.assert(
      fc.property(box, color, color, (changed, before, after) => {
        const plane = new Plane(memory, 40, 24);
        const picture = new Yuv420Picture(plane);
        paint(plane, plane.box, () => before);
        picture.update(plane.box);
        // All of the plane changes, but only a box of it is taken over.
        paint(plane, plane.box, () => after);
        picture.update(changed);
        const even = (from: number, to: number) => [from - (from % 2), to + (to % 2)] as const;
        const [left, right] = even(changed.x, changed.x + changed.width);
        const [top, bottom] = even(changed.y, changed.y + changed.height);
        expectPicture(plane, picture, (x, y) =>
          x >= left && x < right && y >= top && y < bottom ? after : before,
        );
      }),
      { numRuns: 60 },
    );
  });

  it('can’t have odd sides', () => {
    expect(() => new Yuv420Picture(new Plane(memory, 3, 2))).toThrow('even');
    expect(() => new Yuv420Picture(new Plane(memory, 2, 3))).toThrow('even');
  });
});
