import type { Operation } from '@cruvo/core/frame';
import { mapped, multiply, unionOf, type Box, type Matrix } from '@cruvo/core/geometry';

const EMPTY: Box = { x: 0, y: 0, width: 0, height: 0 };

/** The pixels of a canvas that operations may touch, as whole numbers. */
export function deviceBounds(
  operations: readonly Operation[],
  view: Matrix,
  canvas: { readonly width: number; readonly height: number },
): Box {
  const whole = { x: 0, y: 0, ...canvas };
  const boxes = operations.map((operation) => boundsOf(operation, view, whole));
  const { x, y, width, height } = unionOf(boxes) ?? { ...whole, width: 0, height: 0 };
  const left = Math.max(0, Math.floor(x));
  const top = Math.max(0, Math.floor(y));
  return {
    x: left,
    y: top,
    width: Math.max(0, Math.min(canvas.width, Math.ceil(x + width)) - left),
    height: Math.max(0, Math.min(canvas.height, Math.ceil(y + height)) - top),
  };
}

function boundsOf(operation: Operation, view: Matrix, whole: Box): Box {
  // Shapes that are made for one frame aren't measured: they may go anywhere.
  if (operation.kind === 'shapes') return whole;
  if (operation.kind === 'group') {
    return unionOf(operation.operations.map((inner) => boundsOf(inner, view, whole))) ?? EMPTY;
  }
  const place = multiply(view, operation.matrix);
  const { width, height } = operation;
  const corners = [
    [0, 0],
    [width, 0],
    [0, height],
    [width, height],
  ].map(([x, y]) => mapped(place, { x: x!, y: y! }));
  const xs = corners.map(({ x }) => x);
  const ys = corners.map(({ y }) => y);
  const [left, top] = [Math.min(...xs), Math.min(...ys)];
  return { x: left, y: top, width: Math.max(...xs) - left, height: Math.max(...ys) - top };
}
