import type { Box, Matrix, Point } from '../geometry';
import type { Mesh } from './mesh';

/** Weights over a box as a grid of points, the first row at its top edge: how far each goes along with a region. */
export interface WeightGrid {
  readonly columns: number;
  readonly rows: number;
  /** 0 to 255, row by row. */
  readonly weights: readonly number[];
}

export const FULL_WEIGHT = 255;

/** The weight at a point, 0 to 1, mixed of the four about it; outside of the box that of its edge. */
export function weightAt(
  { columns, rows, weights }: WeightGrid,
  box: Box,
  { x, y }: Point,
): number {
  const across = clamp(((x - box.x) / (box.width || 1)) * (columns - 1), columns - 1);
  const down = clamp(((y - box.y) / (box.height || 1)) * (rows - 1), rows - 1);
  const [left, top] = [
    Math.min(columns - 2, Math.floor(across)),
    Math.min(rows - 2, Math.floor(down)),
  ];
  const [right, lower] = [across - left, down - top];
  const at = top * columns + left;
  const upper = weights[at]! * (1 - right) + weights[at + 1]! * right;
  const under = weights[at + columns]! * (1 - right) + weights[at + columns + 1]! * right;
  return (upper * (1 - lower) + under * lower) / FULL_WEIGHT;
}

/** Where the points of a grid lie in its box, row by row. */
export function gridPoints({ columns, rows }: Omit<WeightGrid, 'weights'>, box: Box): Point[] {
  return Array.from({ length: columns * rows }, (_, at) => ({
    x: box.x + ((at % columns) * box.width) / (columns - 1),
    y: box.y + (Math.floor(at / columns) * box.height) / (rows - 1),
  }));
}

/**
 * Moves the vertices of a bent mesh that belong to a region, by their weights.
 *
 * @param points where they are; changed in place
 * @param move what it does to what belongs to it wholly, at rest
 */
export function moveRegion(
  { rest }: Mesh,
  points: Float64Array,
  weights: Float64Array,
  [a, b, c, d, e, f]: Matrix,
): void {
  for (let at = 0; at < weights.length; at++) {
    const weight = weights[at]!;
    if (weight === 0) continue;
    const x = rest[2 * at]!;
    const y = rest[2 * at + 1]!;
    points[2 * at]! += weight * (a * x + c * y + e - x);
    points[2 * at + 1]! += weight * (b * x + d * y + f - y);
  }
}

function clamp(value: number, most: number): number {
  return Math.max(0, Math.min(most, value));
}
