import type { Box } from './box';

/**
 * A 2D affine map [a, b, c, d, e, f]: x' = a x + c y + e, y' = b x + d y + f
 * (the order of SVG and Canvas 2D).
 */
export type Matrix = readonly [number, number, number, number, number, number];

export const IDENTITY: Matrix = [1, 0, 0, 1, 0, 0];

/** The map that applies `inner` first and then `outer`. */
export function multiply(outer: Matrix, inner: Matrix): Matrix {
  // By index: this runs for every part of every frame, and taking arrays apart is much slower.
  const a = outer[0];
  const b = outer[1];
  const c = outer[2];
  const d = outer[3];
  return [
    a * inner[0] + c * inner[1],
    b * inner[0] + d * inner[1],
    a * inner[2] + c * inner[3],
    b * inner[2] + d * inner[3],
    a * inner[4] + c * inner[5] + outer[4],
    b * inner[4] + d * inner[5] + outer[5],
  ];
}

export function translation(x: number, y: number): Matrix {
  return [1, 0, 0, 1, x, y];
}

export function scaling(factor: number): Matrix {
  return [factor, 0, 0, factor, 0, 0];
}

/** A turn by `angle` radians (clockwise where y points down) about a point. */
export function turning(angle: number, { x, y }: { x: number; y: number }): Matrix {
  const [cosine, sine] = [Math.cos(angle), Math.sin(angle)];
  return [cosine, sine, -sine, cosine, x - cosine * x + sine * y, y - sine * x - cosine * y];
}

/** Sizes changed by a factor about a point. */
export function scalingAbout(factor: number, { x, y }: { x: number; y: number }): Matrix {
  return [factor, 0, 0, factor, x * (1 - factor), y * (1 - factor)];
}

/** The map that takes back what a map does. @throws Error where it flattens the plane */
export function inverse([a, b, c, d, e, f]: Matrix): Matrix {
  const area = a * d - b * c;
  if (area === 0) throw new Error('A map that flattens the plane has no inverse.');
  return [d / area, -b / area, -c / area, a / area, (c * f - d * e) / area, (b * e - a * f) / area];
}

/** The smallest upright box around what a map makes of another. */
export function mappedBox(map: Matrix, { x, y, width, height }: Box): Box {
  const across = map[0] * width;
  const down = map[1] * width;
  const slanting = map[2] * height;
  const falling = map[3] * height;
  return {
    x: map[0] * x + map[2] * y + map[4] + Math.min(0, across) + Math.min(0, slanting),
    y: map[1] * x + map[3] * y + map[5] + Math.min(0, down) + Math.min(0, falling),
    width: Math.abs(across) + Math.abs(slanting),
    height: Math.abs(down) + Math.abs(falling),
  };
}

/** How much the map stretches lengths on average: the square root of its area factor. */
export function meanScale([a, b, c, d]: Matrix): number {
  return Math.sqrt(Math.abs(a * d - b * c));
}

/** The uniform scale and offset that centre a box of `inner` size in one of `outer` size, as large as fits. */
export function fitInside(
  inner: { width: number; height: number },
  outer: { width: number; height: number },
): Matrix {
  const factor = Math.min(outer.width / inner.width, outer.height / inner.height);
  const left = (outer.width - inner.width * factor) / 2;
  const top = (outer.height - inner.height * factor) / 2;
  return [factor, 0, 0, factor, left, top];
}

/** Whether two maps differ by no more than a tolerance in any of their numbers. */
export function equals(one: Matrix, other: Matrix, tolerance: number): boolean {
  return one.every((value, at) => Math.abs(value - other[at]!) <= tolerance);
}
