import { grow, IDENTITY, pathBounds, type Box } from '../geometry';
import type { Stroke, VectorShape } from './vectorDrawing';

/** A shape's box with half the width of its line around it. */
export function shapeBounds(shape: VectorShape): Box {
  return withLine(shape, () => 1);
}

/** All that a shape may paint: also the points of its corners and the squares at its ends. */
export function paintedBounds(shape: VectorShape): Box {
  return withLine(shape, ({ join, cap, miterLimit }) =>
    Math.max(join === 'miter' ? miterLimit : 1, cap === 'square' ? Math.SQRT2 : 1),
  );
}

function withLine({ path, stroke }: VectorShape, reach: (stroke: Stroke) => number): Box {
  if (!stroke) return pathBounds(path);
  const [a, b, c, d] = stroke.transform?.matrix ?? IDENTITY;
  const stretch = Math.max(Math.hypot(a, b), Math.hypot(c, d));
  return grow(pathBounds(path), (stroke.width / 2) * reach(stroke) * stretch);
}
