import fc from 'fast-check';
import type { Box } from '../../geometry';
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

/** RGBA of a box in which each pixel has its own colour. */
function rgbaOf(box: Box, colorAt: (x: number, y: number) => Rgb): Uint8Array {
  const rgba = new Uint8Array(4 * box.width * box.height);
  for (let y = 0; y < box.height; y++) {
    for (let x = 0; x < box.width; x++) {
      rgba.set([...colorAt(box.x + x, box.y + y), 255], 4 * (y * box.width + x));
    }
  }
  return rgba;
}

const meanOf = (colors: readonly Rgb[]): Rgb =>
  [0, 1, 2].map(
    (channel) => colors.reduce((sum, one) => sum + one[channel]!, 0) / colors.length,
  ) as unknown as Rgb;

function expectPicture(picture: Yuv420Picture, colorAt: (x: number, y: number) => Rgb) {
  const { width, height, bytes } = picture;
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
          const picture = new Yuv420Picture(width, height);
          const whole = { x: 0, y: 0, width, height };
          picture.update(whole, rgbaOf(whole, colorAt));
          expectPicture(picture, colorAt);
        },
      ),
      { numRuns: 60 },
    );
  });

  it('changes only the box that is given', () => {
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
        const picture = new Yuv420Picture(40, 24);
        const whole = { x: 0, y: 0, width: 40, height: 24 };
        picture.update(
          whole,
          rgbaOf(whole, () => before),
        );
        const given = picture.evenBox(changed);
        picture.update(
          given,
          rgbaOf(given, () => after),
        );
        const inside = (x: number, y: number) =>
          x >= given.x && y >= given.y && x < given.x + given.width && y < given.y + given.height;
        expectPicture(picture, (x, y) => (inside(x, y) ? after : before));
        for (const [x, y] of [
          [changed.x, changed.y],
          [changed.x + changed.width - 1, changed.y + changed.height - 1],
        ]) {
          expect(inside(x!, y!)).toBe(true);
        }
        expect(given.width - changed.width).toBeLessThanOrEqual(2);
      }),
      { numRuns: 60 },
    );
  });

  it('can’t have odd sides', () => {
    expect(() => new Yuv420Picture(3, 2)).toThrow('even');
    expect(() => new Yuv420Picture(2, 3)).toThrow('even');
  });
});
