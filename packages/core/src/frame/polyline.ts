import svgpath from 'svgpath';
import { between, type Point } from '../geometry';

/** Straight lines from point to point. */
export interface Polyline {
  /** x and y of each point in turn. */
  readonly points: Float64Array;
  /** Whether the last point is joined to the first. */
  readonly closed: boolean;
}

/** How finely a path is divided, in its own units. */
export interface Fineness {
  /** How far a line may be away from the curve that it stands for. */
  readonly tolerance: number;
  /** The longest line. */
  readonly longest: number;
}

/** The most lines of one segment of a path. */
const MOST_LINES = 256;

/** The lines of a path, one list for each of its subpaths. @param path SVG path data */
export function polylinesOf(path: string, { tolerance, longest }: Fineness): Polyline[] {
  const lines: Polyline[] = [];
  let points: number[] = [];
  let start: Point = { x: 0, y: 0 };
  let from: Point = start;
  const finish = (closed: boolean) => {
    if (points.length > 0) lines.push({ points: Float64Array.from(points), closed });
    points = [];
  };
  const goTo = (count: number, at: (share: number) => Point, to: Point) => {
    // After a subpath was closed the next begins at its start.
    if (points.length === 0) points.push(from.x, from.y);
    for (let step = 1; step <= count; step++) {
      const { x, y } = step === count ? to : at(step / count);
      points.push(x, y);
    }
    from = to;
  };
  const line = (to: Point) => {
    const begin = from;
    const length = Math.hypot(to.x - from.x, to.y - from.y);
    goTo(linesFor(length / longest), (share) => between(begin, to, share), to);
  };
  const curve = (one: Point, two: Point, to: Point) => {
    const begin = from;
    const length = [begin, one, two].reduce((sum, point, at) => {
      const next = [one, two, to][at]!;
      return sum + Math.hypot(next.x - point.x, next.y - point.y);
    }, 0);
    // Wang's formula for the number of lines that stay within a tolerance of a cubic curve.
    const bend = Math.max(secondDifference(begin, one, two), secondDifference(one, two, to));
    const needed = Math.sqrt((0.75 * bend) / tolerance);
    goTo(
      linesFor(Math.max(needed, length / longest)),
      (share) => onCubic(begin, one, two, to, share),
      to,
    );
  };
  svgpath(path)
    .abs()
    .unshort()
    .unarc()
    .iterate((segment, _index, x, y) => {
      const [letter, ...numbers] = segment as [string, ...number[]];
      const point = (at: number): Point => ({ x: numbers[at]!, y: numbers[at + 1]! });
      switch (letter) {
        case 'M':
          finish(false);
          from = start = point(0);
          points.push(start.x, start.y);
          break;
        case 'L':
          line(point(0));
          break;
        case 'H':
          line({ x: numbers[0]!, y });
          break;
        case 'V':
          line({ x, y: numbers[0]! });
          break;
        case 'C':
          curve(point(0), point(2), point(4));
          break;
        case 'Q':
          curve(between(from, point(0), 2 / 3), between(point(2), point(0), 2 / 3), point(2));
          break;
        case 'Z':
          line(start);
          finish(true);
          break;
      }
    });
  finish(false);
  return lines;
}

const linesFor = (count: number) => Math.min(MOST_LINES, Math.max(1, Math.ceil(count)));

const secondDifference = (a: Point, b: Point, c: Point) =>
  Math.hypot(a.x - 2 * b.x + c.x, a.y - 2 * b.y + c.y);

function onCubic(a: Point, b: Point, c: Point, d: Point, share: number): Point {
  const rest = 1 - share;
  const [ofA, ofB, ofC, ofD] = [
    rest * rest * rest,
    3 * rest * rest * share,
    3 * rest * share * share,
    share * share * share,
  ];
  return {
    x: ofA * a.x + ofB * b.x + ofC * c.x + ofD * d.x,
    y: ofA * a.y + ofB * b.y + ofC * c.y + ofD * d.y,
  };
}
