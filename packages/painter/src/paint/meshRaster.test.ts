import fc from 'fast-check';
import { paintTriangle, premultiply, type PixelGrid, type TriangleCorners } from './meshRaster';

const grid = (
  width: number,
  height: number,
  color: (x: number, y: number) => number,
): PixelGrid => ({
  ...{ width, height },
  pixels: Uint32Array.from({ length: width * height }, (_, at) =>
    color(at % width, Math.floor(at / width)),
  ),
});
const blank = (size = 20) => grid(size, size, () => 0);
const rgba = (red: number, green: number, blue: number, alpha = 255) =>
  ((alpha << 24) | (blue << 16) | (green << 8) | red) >>> 0;
const channels = (pixel: number) => [0, 8, 16, 24].map((shift) => (pixel >>> shift) & 255);

/** Two triangles over a box of the target, that take a picture from a box of the same size. */
const square = (x: number, y: number, size: number): TriangleCorners[] => {
  const corner = (across: number, down: number) =>
    [x + across * size, y + down * size, 2 + across * size, 2 + down * size] as const;
  return [
    [...corner(0, 0), ...corner(1, 0), ...corner(0, 1)],
    [...corner(1, 0), ...corner(1, 1), ...corner(0, 1)],
  ];
};

describe('triangles', () => {
  const source = grid(24, 24, (x, y) => rgba(10 * x, 10 * y, 100));
  it('bring every pixel of a picture to its place', () => {
    const target = blank();
    square(3, 4, 12).forEach((corners) => paintTriangle(target, source, corners));
    for (let y = 0; y < 20; y++) {
      for (let x = 0; x < 20; x++) {
        const inside = x >= 3 && x < 15 && y >= 4 && y < 16;
        const expected = inside ? rgba(10 * (x - 1), 10 * (y - 2), 100) : 0;
        expect(channels(target.pixels[y * 20 + x]!)).toEqual(channels(expected));
      }
    }
  });
  it('mix between pixels', () => {
    const target = blank();
    square(3.5, 4, 12).forEach((corners) => paintTriangle(target, source, corners));
    const [red] = channels(target.pixels[8 * 20 + 8]!);
    expect(red).toBeGreaterThan(62);
    expect(red).toBeLessThan(68);
  });
  it('show at each pixel what the picture has at its place, mixed of four, and nothing beside the picture', () => {
    const side = 24;
    const noisy = grid(side, side, (x, y) => {
      const value = (shift: number) => ((x * 73 + y * 151 + shift * 37) * 2654435761) >>> 24;
      return rgba(value(1), value(2), value(3));
    });
    const [near, within] = [
      fc.integer({ min: -600, max: 2600 }),
      fc.integer({ min: -300, max: 2700 }),
    ].map((each) => each.map((value) => value / 100)) as [
      fc.Arbitrary<number>,
      fc.Arbitrary<number>,
    ];
    const corner = fc.tuple(near, near, within, within);
    fc.assert(
      fc.property(corner, corner, corner, (one, two, three) => {
        const target = blank();
        paintTriangle(target, noisy, [...one, ...two, ...three]);
        const [[x1, y1, u1, v1], [x2, y2, u2, v2], [x3, y3, u3, v3]] = [one, two, three];
        const area = (x2 - x1) * (y3 - y1) - (x3 - x1) * (y2 - y1);
        if (Math.abs(area) < 4) return;
        let worst = 0;
        for (let at = 0; at < target.pixels.length; at++) {
          const [x, y] = [(at % 20) + 0.5, Math.floor(at / 20) + 0.5];
          const second = ((x - x1) * (y3 - y1) - (x3 - x1) * (y - y1)) / area;
          const third = ((x2 - x1) * (y - y1) - (x - x1) * (y2 - y1)) / area;
          const least = Math.min(second, third, 1 - second - third);
          const [u, v] = [
            u1 + second * (u2 - u1) + third * (u3 - u1) - 0.5,
            v1 + second * (v2 - v1) + third * (v3 - v1) - 0.5,
          ];
          const steep =
            Math.max(Math.abs(u2 - u1), Math.abs(u3 - u1), Math.abs(v2 - v1)) / Math.abs(area);
          // What lies on an edge, or where a hair's breadth makes a difference, may go either way.
          if (Math.abs(least) < 1e-3 || steep > 3) continue;
          const beside = Math.min(u, v, side - 1 - u, side - 1 - v);
          if (Math.abs(beside) < 0.02) continue;
          const pixel = channels(target.pixels[at]!);
          if (least < 0 || beside < 0) {
            if (target.pixels[at] !== 0) worst = Infinity;
            continue;
          }
          const [column, row] = [Math.floor(u), Math.floor(v)];
          const [right, lower] = [u - column, v - row];
          const of = (dx: number, dy: number) =>
            channels(noisy.pixels[(row + dy) * side + column + dx]!);
          const corners = [of(0, 0), of(1, 0), of(0, 1), of(1, 1)];
          for (let channel = 0; channel < 4; channel++) {
            const [a, b, c, d] = corners.map((color) => color[channel]!) as [
              number,
              number,
              number,
              number,
            ];
            const mixed =
              (1 - lower) * ((1 - right) * a + right * b) + lower * ((1 - right) * c + right * d);
            worst = Math.max(worst, Math.abs(pixel[channel]! - mixed));
          }
        }
        expect(worst).toBeLessThan(8);
      }),
      { numRuns: 40 },
    );
  });
  it('beside each other leave no pixel out and paint none twice, however they lie', () => {
    const place = fc.integer({ min: 200, max: 3800 }).map((value) => value / 100);
    const point = fc.tuple(place, place);
    const counted = (corners: readonly (readonly [number, number])[]) => {
      const seen = grid(40, 40, () => 0);
      const [a, b, c] = corners.map(([x, y]) => [x, y, 2, 2] as const);
      paintTriangle(
        seen,
        grid(6, 6, () => rgba(1, 1, 1)),
        [...a!, ...b!, ...c!],
      );
      return seen.pixels;
    };
    fc.assert(
      fc.property(point, point, point, point, (one, two, left, right) => {
        const side = ([x, y]: readonly [number, number]) =>
          Math.sign((two[0] - one[0]) * (y - one[1]) - (two[1] - one[1]) * (x - one[0]));
        // On both sides of a common edge.
        fc.pre(side(left) * side(right) < 0);
        const [first, second] = [counted([one, two, left]), counted([one, two, right])];
        expect(first.some((pixel, at) => pixel > 0 && second[at]! > 0)).toBe(false);
        // What is strictly inside the four-sided whole belongs to one of them.
        const middle = [(one[0] + two[0]) / 2, (one[1] + two[1]) / 2];
        const at = Math.floor(middle[1]!) * 40 + Math.floor(middle[0]!);
        const near = [0, 1, -1, 40, -40].some(
          (step) => first[at + step]! > 0 || second[at + step]! > 0,
        );
        const large = counted([one, two, left]).some((pixel) => pixel > 0);
        if (
          large &&
          Math.hypot(two[0] - one[0], two[1] - one[1]) > 12 &&
          area(one, two, left) > 40
        ) {
          expect(near).toBe(true);
        }
      }),
      { numRuns: 60 },
    );
  });
  it('that are flat, endless or outside paint nothing and break nothing', () => {
    const target = blank();
    const flat: TriangleCorners = [1, 1, 2, 2, 9, 9, 3, 3, 5, 5, 4, 4];
    const endless: TriangleCorners = [0, 0, 2, 2, Infinity, 0, 3, 3, 0, NaN, 4, 4];
    for (const corners of [flat, endless, ...square(100, 100, 12), ...square(-50, -50, 12)]) {
      paintTriangle(target, source, corners);
    }
    expect(target.pixels.every((pixel) => pixel === 0)).toBe(true);
  });
  it('never read beyond the picture', () => {
    const target = blank();
    paintTriangle(target, source, [0, 0, -90, -90, 19, 0, 90, -90, 0, 19, -90, 90]);
    target.pixels.forEach((pixel) => expect(Number.isInteger(pixel)).toBe(true));
  });
});

const area = (a: readonly number[], b: readonly number[], c: readonly number[]) =>
  Math.abs((b[0]! - a[0]!) * (c[1]! - a[1]!) - (b[1]! - a[1]!) * (c[0]! - a[0]!)) / 2;

it('colours are multiplied by their opacity, to within rounding', () => {
  const byte = fc.integer({ min: 0, max: 255 });
  fc.assert(
    fc.property(byte, byte, byte, byte, (red, green, blue, alpha) => {
      const one = grid(1, 1, () => rgba(red, green, blue, alpha));
      premultiply(one);
      const [r, g, b, a] = channels(one.pixels[0]!);
      expect(a).toBe(alpha);
      [red, green, blue].forEach((value, at) => {
        expect(Math.abs([r!, g!, b!][at]! - (value * alpha) / 255)).toBeLessThanOrEqual(1);
      });
      expect(Math.max(r!, g!, b!)).toBeLessThanOrEqual(alpha);
    }),
  );
  const clear = grid(1, 1, () => rgba(9, 9, 9, 0));
  premultiply(clear);
  expect(clear.pixels[0]).toBe(0);
});
