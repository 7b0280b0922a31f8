import fc from 'fast-check';
import { IDENTITY, translation, type Matrix } from '../geometry';
import type { GradientStop, Paint } from '../frame';
import { KernelMemory } from '../kernel';
import { CoverageGrid, type CoveragePaint } from './coverageGrid';
import { Plane } from './plane';

const [WIDTH, HEIGHT] = [24, 16];
const BLACK: CoveragePaint = { paint: '#000000', toPixels: IDENTITY, rule: 'nonzero', opacity: 1 };

const memory = new KernelMemory();
const emptyPlane = (width: number, height: number) => {
  const plane = new Plane(memory, width, height);
  plane.fill(plane.box, null);
  return plane;
};

/** The pixels after polygons were painted one after the other. */
function painted(
  polygons: readonly (readonly number[])[],
  {
    width = WIDTH,
    height = HEIGHT,
    place = IDENTITY,
    how = {},
    grid = new CoverageGrid(memory),
  }: {
    width?: number;
    height?: number;
    place?: Matrix;
    how?: Partial<CoveragePaint>;
    grid?: CoverageGrid;
  } = {},
): Uint8ClampedArray {
  const plane = emptyPlane(width, height);
  grid.begin(plane, plane.box);
  for (const polygon of polygons) grid.cover(polygon, place);
  grid.paint({ ...BLACK, ...how });
  const pixels = plane.read(plane.box);
  plane.giveBack();
  return pixels;
}
const alphaAt = (pixels: Uint8ClampedArray, x: number, y: number, width = WIDTH) =>
  pixels[4 * (y * width + x) + 3]!;
const colorAt = (pixels: Uint8ClampedArray, x: number, y: number) => [
  ...pixels.slice(4 * (y * WIDTH + x), 4 * (y * WIDTH + x) + 4),
];
const square = (left: number, top: number, side: number) => [
  ...[left, top, left + side, top, left + side, top + side, left, top + side],
];

const ROWS = 32;

/** The opacity of a pixel by how much of many lines across it lies inside a triangle. */
function sampled(triangle: readonly number[], x: number, y: number): number {
  let inside = 0;
  for (let row = 0; row < ROWS; row++) {
    const line = y + (row + 0.5) / ROWS;
    const crossings: number[] = [];
    for (let at = 0; at < 6; at += 2) {
      const [x1, y1] = [triangle[at]!, triangle[at + 1]!];
      const [x2, y2] = [triangle[(at + 2) % 6]!, triangle[(at + 3) % 6]!];
      if (y1 <= line !== y2 <= line) crossings.push(x1 + ((line - y1) / (y2 - y1)) * (x2 - x1));
    }
    const [from, to] = [Math.min(...crossings), Math.max(...crossings)];
    inside += Math.max(0, Math.min(x + 1, to) - Math.max(x, from));
  }
  return (255 * inside) / ROWS;
}

/** In hundredths of a pixel: doubles of any kind would nearly all be next to nothing. */
const coordinate = (size: number) =>
  fc.integer({ min: -900, max: 100 * (size + 9) }).map((value) => value / 100);
const point = fc.tuple(coordinate(WIDTH), coordinate(HEIGHT));

describe('what polygons cover', () => {
  it('is as much of each pixel as lies inside a triangle, also where it leaves the grid', () => {
    fc.assert(
      fc.property(fc.tuple(point, point, point), (corners) => {
        const polygon = corners.flat();
        const pixels = painted([polygon]);
        for (let y = 0; y < HEIGHT; y++) {
          for (let x = 0; x < WIDTH; x++) {
            const off = Math.abs(alphaAt(pixels, x, y) - sampled(polygon, x, y));
            if (off > 14) throw new Error(`${off} off at ${x}, ${y}`);
          }
        }
      }),
      { numRuns: 30 },
    );
  });
  it('is the same in a part of the grid as in the whole', () => {
    fc.assert(
      fc.property(fc.array(point, { minLength: 3, maxLength: 9 }), (corners) => {
        const polygon = corners.flat();
        const whole = painted([polygon]);
        const part = painted([polygon], { width: 9, height: 7, place: translation(-6, -5) });
        for (let y = 0; y < 7; y++) {
          for (let x = 0; x < 9; x++) {
            const off = alphaAt(part, x, y, 9) - alphaAt(whole, x + 6, y + 5);
            if (Math.abs(off) > 1) throw new Error(`${off} off at ${x}, ${y}`);
          }
        }
      }),
    );
  });
  it('is painted inside the wanted box of a plane alone, where it lies', () => {
    const plane = emptyPlane(WIDTH, HEIGHT);
    const grid = new CoverageGrid(memory);
    grid.begin(plane, { x: 6, y: 5, width: 9, height: 7 });
    grid.cover(square(2.5, 3, 10), IDENTITY);
    grid.paint({ ...BLACK, paint: '#20c040' });
    const [part, whole] = [plane.read(plane.box), painted([square(2.5, 3, 10)])];
    for (let y = 0; y < HEIGHT; y++) {
      for (let x = 0; x < WIDTH; x++) {
        const inside = x >= 6 && x < 15 && y >= 5 && y < 12;
        expect(alphaAt(part, x, y)).toBe(inside ? alphaAt(whole, x, y) : 0);
      }
    }
    expect(colorAt(part, 8, 8)).toEqual([0x20, 0xc0, 0x40, 255]);
  });
  it('leaves what is opaque opaque', () => {
    const plane = emptyPlane(WIDTH, HEIGHT);
    plane.fill(plane.box, '#f0e0d0');
    const grid = new CoverageGrid(memory);
    grid.begin(plane, plane.box);
    for (let turn = 0; turn < 30; turn++) {
      grid.cover([1, 2, 20.3, 4.7, 9 - turn / 9, 15.2], IDENTITY);
      grid.paint({ ...BLACK, paint: '#8090a0', opacity: 0.31 });
    }
    const pixels = plane.read(plane.box);
    expect(pixels.every((value, at) => at % 4 < 3 || value === 255)).toBe(true);
  });
  it('is covered once by polygons that turn the same way, and out where they turn the other way', () => {
    const both = painted([square(2, 2, 8), square(6, 4, 8)]);
    expect([3, 7, 12].map((x) => alphaAt(both, x, 5))).toEqual([255, 255, 255]);
    const hole = square(4, 4, 4).reduceRight<number[]>(
      (turned, _value, at, all) => (at % 2 === 0 ? [...turned, all[at]!, all[at + 1]!] : turned),
      [],
    );
    const ring = painted([square(2, 2, 8), hole]);
    expect([3, 5, 9].map((x) => alphaAt(ring, x, 5))).toEqual([255, 0, 255]);
  });
  it('leaves out what is covered twice where that is asked for', () => {
    const pixels = painted([square(2, 2, 8), square(6, 2, 8)], { how: { rule: 'evenodd' } });
    expect([3, 7, 12].map((x) => alphaAt(pixels, x, 5))).toEqual([255, 0, 255]);
  });
  it('has shares of pixels at its edges', () => {
    const pixels = painted([square(2.25, 2.5, 8)]);
    const at = (x: number, y: number) => Math.round((100 * alphaAt(pixels, x, y)) / 255);
    expect([at(2, 5), at(10, 5), at(5, 2), at(2, 2)]).toEqual([
      ...[expect.closeTo(75, -0.5), expect.closeTo(25, -0.5)],
      ...[expect.closeTo(50, -0.5), expect.closeTo(37.5, -0.5)],
    ]);
  });
  it('may have more points than are written at once', () => {
    const circle = Array.from({ length: 20_000 }, (_, at) => {
      const angle = (2 * Math.PI * at) / 20_000;
      return [12 + 6 * Math.cos(angle), 8 + 6 * Math.sin(angle)];
    }).flat();
    const pixels = painted([circle]);
    const sum = pixels.reduce((all, value, at) => (at % 4 === 3 ? all + value / 255 : all), 0);
    expect(sum).toBeCloseTo(Math.PI * 36, 0);
    expect([alphaAt(pixels, 12, 8), alphaAt(pixels, 1, 1)]).toEqual([255, 0]);
  });
  it('leaves nothing behind in a grid that is used again, larger or smaller', () => {
    const grid = new CoverageGrid(memory);
    const sizes = [
      ...[
        { width: 20, height: 10 },
        { width: 200, height: 90 },
        { width: 7, height: 40 },
      ],
      ...[
        { width: 150, height: 100 },
        { width: 24, height: 16 },
      ],
    ];
    for (const size of sizes) {
      const polygons = [square(-3, -3, 12), square(4.3, 5.2, 300)];
      expect(painted(polygons, { ...size, grid })).toEqual(painted(polygons, size));
    }
  });
  it('covers nothing with points that are nowhere, and goes on', () => {
    const grid = new CoverageGrid(memory);
    for (const lost of [NaN, Infinity, -Infinity, 1e30]) {
      const polygons = [[2, 2, lost, 3, 9, 9], square(4, 4, 4)];
      expect(painted(polygons, { grid })).toEqual(painted([square(4, 4, 4)]));
    }
  });
  it('covers nothing with fewer than three points', () => {
    expect(painted([[], [3, 3], [3, 3, 9, 9]]).every((value) => value === 0)).toBe(true);
  });
});

describe('how it is painted', () => {
  it('lies over what was painted before, as strongly as it is opaque', () => {
    const grid = new CoverageGrid(memory);
    const plane = emptyPlane(WIDTH, HEIGHT);
    grid.begin(plane, plane.box);
    const steps = [
      ['#ff0000', 1],
      ['#0000ff', 0.5],
      ['rgba(0, 255, 0, 0.5)', 0.5],
    ] as const;
    steps.forEach(([paint, opacity], at) => {
      grid.cover(square(2 + 4 * at, 2, 8), IDENTITY);
      grid.paint({ ...BLACK, paint, opacity });
    });
    const pixels = plane.read(plane.box);
    const near = (values: number[]) => values.map((value) => expect.closeTo(value, -0.8));
    expect(colorAt(pixels, 3, 5)).toEqual([255, 0, 0, 255]);
    expect(colorAt(pixels, 7, 5)).toEqual(near([127, 0, 127, 255]));
    expect(colorAt(pixels, 16, 5)).toEqual(near([0, 255, 0, 64]));
    expect(colorAt(pixels, 22, 5)).toEqual([0, 0, 0, 0]);
  });

  const stops: GradientStop[] = [
    { offset: 0.25, color: '#ff0000' },
    { offset: 0.75, color: 'rgba(0, 0, 255, 0)' },
  ];
  const filled = (paint: Paint, toPixels = IDENTITY) =>
    painted([square(0, 0, 24)], { how: { paint, toPixels } });

  it('goes from colour to colour along a line, in units of its own', () => {
    const line = { kind: 'linear', x1: 0, y1: 0, x2: 10, y2: 0, stops } as const;
    const pixels = filled(line, [2, 0, 0, 2, 2, 0]);
    expect(colorAt(pixels, 3, 4)).toEqual([255, 0, 0, 255]);
    expect(colorAt(pixels, 22, 4)).toEqual([0, 0, 0, 0]);
    // Halfway both are mixed, and half of it is seen.
    const [red, , blue, alpha] = colorAt(pixels, 12, 9);
    expect([Math.abs(red! - 122), Math.abs(blue! - 133), Math.abs(alpha! - 121)]).toEqual(
      Array(3).fill(expect.closeTo(0, -1.4)),
    );
  });
  it('is of the last colour where a gradient has no length', () => {
    const line = { kind: 'linear', x1: 4, y1: 4, x2: 4, y2: 4, stops } as const;
    expect(filled(line)).toHaveLength(4 * WIDTH * HEIGHT);
    expect(filled({ ...line, x2: NaN })).toHaveLength(4 * WIDTH * HEIGHT);
    const circle = { kind: 'radial', cx: 9, cy: 9, r: 0, fx: 9, fy: 9, transform: null } as const;
    expect(colorAt(filled({ ...circle, stops }), 2, 2)).toEqual([0, 0, 0, 0]);
  });
  it('goes around a focus that may lie aside', () => {
    const circle = { kind: 'radial', cx: 12, cy: 8, r: 8, fx: 8, fy: 8, transform: null } as const;
    const pixels = filled({ ...circle, stops });
    const alpha = (x: number) => alphaAt(pixels, x, 8);
    // To the left the circle is reached sooner than to the right.
    expect([alpha(8), alpha(3), alpha(20)]).toEqual([255, 0, 0]);
    expect(alpha(5)).toBeLessThan(alpha(11));
    // As far from the focus as from the middle when both are the same.
    const even = filled({ ...circle, fx: 12, stops });
    expect(alphaAt(even, 8, 8)).toBeCloseTo(alphaAt(even, 15, 8), -1);
  });
});
