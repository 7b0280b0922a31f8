import type { Drawing } from '../character/drawing';
import type { Matrix } from '../geometry';

/** One drawing to be painted. */
export interface DrawOperation {
  readonly kind: Drawing['kind'];
  readonly media: string;
  /** Maps the drawing's own box, 0 to width and 0 to height, onto the stage. */
  readonly matrix: Matrix;
  readonly width: number;
  readonly height: number;
}

/** All that is seen at one time: what to paint, back to front, in stage units. */
export interface Frame {
  readonly width: number;
  readonly height: number;
  readonly background: string;
  readonly operations: readonly DrawOperation[];
}

/** Whether two frames look the same, so that one need not be painted again. */
export function sameFrame(a: Frame, b: Frame): boolean {
  return (
    a.width === b.width &&
    a.height === b.height &&
    a.background === b.background &&
    a.operations.length === b.operations.length &&
    a.operations.every((operation, index) => sameOperation(operation, b.operations[index]!))
  );
}

function sameOperation(a: DrawOperation, b: DrawOperation): boolean {
  return (
    a.media === b.media &&
    a.width === b.width &&
    a.height === b.height &&
    a.matrix.every((value, index) => value === b.matrix[index])
  );
}
