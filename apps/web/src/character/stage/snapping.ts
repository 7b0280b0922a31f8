import type { Box, Point } from '@cruvo/core/geometry';

/** Positions along each axis at which something dragged comes to rest, in units of the artwork. */
export interface Stops {
  readonly x: readonly number[];
  readonly y: readonly number[];
}

/** The edges and the middle of boxes. */
export function stopsOf(boxes: readonly Box[]): Stops {
  return {
    x: boxes.flatMap(({ x, width }) => [x, x + width / 2, x + width]),
    y: boxes.flatMap(({ y, height }) => [y, y + height / 2, y + height]),
  };
}

/** Where a point comes to rest: on the nearest stop of each axis that is near enough. */
export function snapped({ x, y }: Point, stops: Stops, near: number): Point {
  return { x: nearest(x, stops.x, near), y: nearest(y, stops.y, near) };
}

/**
 * How much further a box moves, so that one of its edges or its middle comes to rest on a stop, each axis on its
 * own; not at all where none is near enough.
 */
export function snapOffset({ x, y, width, height }: Box, stops: Stops, near: number): Point {
  const least = (own: readonly number[], of: readonly number[]) =>
    own
      .map((value) => nearest(value, of, near) - value)
      .filter((offset) => offset !== 0)
      .sort((a, b) => Math.abs(a) - Math.abs(b))[0] ?? 0;
  return {
    x: least([x, x + width / 2, x + width], stops.x),
    y: least([y, y + height / 2, y + height], stops.y),
  };
}

function nearest(value: number, stops: readonly number[], near: number): number {
  let best = value;
  let least = near;
  for (const stop of stops) {
    const far = Math.abs(stop - value);
    if (far <= least) {
      least = far;
      best = stop;
    }
  }
  return best;
}
