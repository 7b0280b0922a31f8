import {
  isSimple,
  makeCCW,
  quickDecomp,
  removeCollinearPoints,
  removeDuplicatePoints,
  type Polygon,
} from 'poly-decomp-es';
import type { Box, Point } from '../geometry';
import { simplified, type Outline } from '../mesh';
import { MOST_CORNERS } from './body';

/** Of the size of an outline: what corners may differ from it, from the first try on. */
const TOLERANCE = 0.002;
/** Radians of a corner that is left out. */
const STRAIGHT = 0.02;
/** Pieces smaller than this, square units, meet nothing. */
const SMALLEST = 1e-3;

/** The corners of the largest ring of an outline, as few as say what it is like: x and y of each in turn; null where there is none. */
export function cornersOf(outline: Outline): readonly number[] | null {
  const ring = [...outline].sort((a, b) => Math.abs(areaOf(b)) - Math.abs(areaOf(a)))[0];
  if (!ring || ring.length < 3) return null;
  const size = Math.max(
    ...(['x', 'y'] as const).map((axis) => {
      const values = ring.map((point) => point[axis]);
      return Math.max(...values) - Math.min(...values);
    }),
  );
  const points = ring.map(({ x, y }) => [x, y]);
  let corners: readonly (readonly number[])[] = points;
  for (let tolerance = TOLERANCE * size; corners.length > MOST_CORNERS / 2; tolerance *= 1.5) {
    corners = simplified(points, tolerance);
  }
  return corners.length < 3 ? null : corners.flatMap((corner) => corner.map(round));
}

const round = (value: number) => Math.round(value * 100) / 100;

/** Convex pieces of a polygon; of one that crosses itself the hull. Nothing where it has no area. */
export function convexPieces(corners: readonly Point[]): readonly (readonly Point[])[] {
  const polygon: Polygon = corners.map(({ x, y }) => [x, y]);
  removeDuplicatePoints(polygon, SMALLEST);
  if (polygon.length < 3) return [];
  makeCCW(polygon);
  removeCollinearPoints(polygon, STRAIGHT);
  if (polygon.length < 3) return [];
  const pieces = isSimple(polygon) ? quickDecomp(polygon) : [hullOf(polygon)];
  return pieces
    .map((piece) => piece.map(([x, y]): Point => ({ x, y })))
    .filter((piece) => Math.abs(areaOf(piece)) > SMALLEST);
}

/** A convex polygon cut to what of it lies in a box. */
export function cutToBox(piece: readonly Point[], { x, y, width, height }: Box): readonly Point[] {
  const sides: ((point: Point) => number)[] = [
    (point) => point.x - x,
    (point) => x + width - point.x,
    (point) => point.y - y,
    (point) => y + height - point.y,
  ];
  return sides.reduce<readonly Point[]>(cutBySide, piece);
}

/** Sutherland and Hodgman (1974). @param inside above 0 on the side that is kept */
function cutBySide(piece: readonly Point[], inside: (point: Point) => number): readonly Point[] {
  return piece.flatMap((point, at) => {
    const before = piece[(at + piece.length - 1) % piece.length]!;
    const [own, last] = [inside(point), inside(before)];
    const crosses = own > 0 !== last > 0;
    const share = crosses ? last / (last - own) : 0;
    const crossing = {
      x: before.x + share * (point.x - before.x),
      y: before.y + share * (point.y - before.y),
    };
    return [...(crosses ? [crossing] : []), ...(own > 0 ? [point] : [])];
  });
}

/** Square units; above 0 where it runs clockwise on the page. */
export function areaOf(ring: readonly Point[]): number {
  return (
    ring.reduce((sum, { x, y }, at) => {
      const next = ring[(at + 1) % ring.length]!;
      return sum + x * next.y - next.x * y;
    }, 0) / 2
  );
}

/** The convex hull (Andrew 1979). */
function hullOf(polygon: Polygon): Polygon {
  const sorted = [...polygon].sort((a, b) => a[0] - b[0] || a[1] - b[1]);
  const half = (points: Polygon) => {
    const kept: Polygon = [];
    for (const point of points) {
      while (kept.length > 1 && turns(kept.at(-2)!, kept.at(-1)!, point) <= 0) kept.pop();
      kept.push(point);
    }
    return kept.slice(0, -1);
  };
  return [...half(sorted), ...half(sorted.toReversed())];
}

function turns(a: Polygon[number], b: Polygon[number], c: Polygon[number]): number {
  return (b[0] - a[0]) * (c[1] - a[1]) - (b[1] - a[1]) * (c[0] - a[0]);
}
