import { sameOperations, type Operation } from './operation';

/** All that is seen at one time: what to paint, back to front, in stage units. */
export interface Frame {
  readonly width: number;
  readonly height: number;
  readonly background: string;
  readonly operations: readonly Operation[];
}

/** Whether two frames look the same, so that one need not be painted again. */
export function sameFrame(a: Frame, b: Frame): boolean {
  return (
    a.width === b.width &&
    a.height === b.height &&
    a.background === b.background &&
    sameOperations(a.operations, b.operations)
  );
}
