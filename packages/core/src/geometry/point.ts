import type { Box } from './box';
import type { Matrix } from './matrix';

/** A place in whatever units its surroundings have. */
export interface Point {
  readonly x: number;
  readonly y: number;
}

/** Where a map takes a point. */
export function mapped([a, b, c, d, e, f]: Matrix, { x, y }: Point): Point {
  return { x: a * x + c * y + e, y: b * x + d * y + f };
}

/** The point a share of the way from one to another. */
export function between(from: Point, to: Point, share: number): Point {
  return { x: from.x + (to.x - from.x) * share, y: from.y + (to.y - from.y) * share };
}

export function distance(from: Point, to: Point): number {
  return Math.hypot(to.x - from.x, to.y - from.y);
}

export function middleOf({ x, y, width, height }: Box): Point {
  return { x: x + width / 2, y: y + height / 2 };
}
