import svgpath from 'svgpath';
import type { Box } from './box';

/**
 * The smallest upright box around a path (SVG path data), without any line along it; without area where nothing is
 * drawn or the data can't be read. Takes time in proportion to the path's length.
 */
export function pathBounds(path: string): Box {
  const x = new Extent();
  const y = new Extent();
  svgpath(path)
    .abs()
    .unshort()
    .unarc()
    .iterate(([command, ...values], _, fromX, fromY) => {
      // A move alone draws nothing.
      if (command === 'M') return;
      x.addCurve([fromX, ...coordinates(command, values, 0)]);
      y.addCurve([fromY, ...coordinates(command, values, 1)]);
    });
  return x.isEmpty
    ? { x: 0, y: 0, width: 0, height: 0 }
    : { x: x.low, y: y.low, width: x.high - x.low, height: y.high - y.low };
}

/** The coordinates along one axis (0: x, 1: y) of an absolute segment's points. */
function coordinates(command: string, values: readonly number[], axis: number): readonly number[] {
  if (command === 'H') return axis === 0 ? values : [];
  if (command === 'V') return axis === 1 ? values : [];
  return values.filter((_, at) => at % 2 === axis);
}

/** How far something reaches along one axis. */
class Extent {
  low = Infinity;
  high = -Infinity;

  get isEmpty(): boolean {
    return this.high < this.low;
  }

  add(value: number): void {
    if (value < this.low) this.low = value;
    if (value > this.high) this.high = value;
  }

  /** Takes in a Bézier curve of degree 0 to 3 by its control points. */
  addCurve(points: readonly number[]): void {
    this.add(points[0]!);
    this.add(points.at(-1)!);
    for (const time of turningTimes(points)) {
      if (time > 0 && time < 1) this.add(pointAt(points, time));
    }
  }
}

/** Where the derivative of a quadratic or cubic Bézier curve is zero. */
function turningTimes(points: readonly number[]): number[] {
  if (points.length === 3) {
    const [from, control, to] = points as [number, number, number];
    return [(from - control) / (from - 2 * control + to)];
  }
  if (points.length !== 4) return [];
  const [from, first, second, to] = points as [number, number, number, number];
  const a = to - 3 * second + 3 * first - from;
  const b = 2 * (second - 2 * first + from);
  const c = first - from;
  // The root that loses no digits, and the other one by Vieta's formula.
  const q = -(b + Math.sign(b || 1) * Math.sqrt(b * b - 4 * a * c)) / 2;
  return [q / a, c / q];
}

/** De Casteljau's construction. */
function pointAt(points: readonly number[], time: number): number {
  let level = points;
  while (level.length > 1) {
    const here = level;
    level = here.slice(1).map((point, at) => here[at]! + time * (point - here[at]!));
  }
  return level[0]!;
}
