import fc from 'fast-check';
import type { Point } from '../geometry';
import { MOST_CORNERS } from './body';
import { areaOf, convexPieces, cornersOf, cutToBox } from './outline';

const star = (points: number, inner: number): Point[] =>
  Array.from({ length: 2 * points }, (_, at) => {
    const reach = at % 2 === 0 ? 100 : inner;
    const turn = (at * Math.PI) / points;
    return { x: 200 + reach * Math.cos(turn), y: 200 + reach * Math.sin(turn) };
  });

const isConvex = (ring: readonly Point[]) => {
  const ways = ring.map(({ x, y }, at) => {
    const [next, after] = [ring[(at + 1) % ring.length]!, ring[(at + 2) % ring.length]!];
    return (next.x - x) * (after.y - next.y) - (next.y - y) * (after.x - next.x);
  });
  return ways.every((way) => way > -1e-6) || ways.every((way) => way < 1e-6);
};

it('falls apart into convex pieces that cover as much as the whole', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 3, max: 12 }),
      fc.integer({ min: 20, max: 90 }),
      (points, inner) => {
        const ring = star(points, inner);
        const pieces = convexPieces(ring);
        expect(pieces.every(isConvex)).toBe(true);
        const area = pieces.reduce((sum, piece) => sum + Math.abs(areaOf(piece)), 0);
        // Corners that are hardly any are left out.
        expect(area / Math.abs(areaOf(ring))).toBeCloseTo(1, 1);
      },
    ),
  );
});

it('is nothing where it has no area, and its hull where it crosses itself', () => {
  const line = [0, 1, 2].map((x) => ({ x, y: 2 * x }));
  expect(convexPieces(line)).toEqual([]);
  expect(
    convexPieces([
      { x: 1, y: 1 },
      { x: 1, y: 1 },
      { x: 1, y: 1 },
    ]),
  ).toEqual([]);
  const bow = [
    { x: 0, y: 0 },
    { x: 10, y: 10 },
    { x: 10, y: 0 },
    { x: 0, y: 10 },
  ];
  const [hull, ...others] = convexPieces(bow);
  expect(others).toEqual([]);
  expect(Math.abs(areaOf(hull!))).toBeCloseTo(100);
});

it('keeps few corners of the largest ring of an outline', () => {
  const round = Array.from({ length: 400 }, (_, at) => ({
    x: 300 * Math.cos((at * Math.PI) / 200),
    y: 300 * Math.sin((at * Math.PI) / 200),
  }));
  const speck = [
    { x: 0, y: 0 },
    { x: 5, y: 0 },
    { x: 5, y: 5 },
  ];
  const corners = cornersOf([speck, round])!;
  expect(corners.length).toBeLessThanOrEqual(MOST_CORNERS);
  const ring = Array.from({ length: corners.length / 2 }, (_, at) => ({
    x: corners[2 * at]!,
    y: corners[2 * at + 1]!,
  }));
  expect(Math.abs(areaOf(ring))).toBeGreaterThan(0.97 * Math.PI * 300 * 300);
  expect(cornersOf([])).toBeNull();
});

it('is cut to what lies in a box', () => {
  const square = [
    { x: 0, y: 0 },
    { x: 100, y: 0 },
    { x: 100, y: 100 },
    { x: 0, y: 100 },
  ];
  const areaIn = (x: number, y: number) =>
    Math.abs(areaOf(cutToBox(square, { x, y, width: 50, height: 40 })));
  expect([areaIn(10, 10), areaIn(80, 90), areaIn(200, 0)]).toEqual([2000, 200, 0]);
});
