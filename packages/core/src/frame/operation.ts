import equal from 'fast-deep-equal';
import type { VectorShape } from '../formats/svg';
import { multiply, type Matrix } from '../geometry';
import type { BlendMode } from './blendMode';

/** A drawing to be painted. */
export interface DrawingOperation {
  readonly kind: 'vector' | 'raster';
  readonly media: string;
  /** Maps the drawing's own box, 0 to width and 0 to height, onto the stage. */
  readonly matrix: Matrix;
  readonly width: number;
  readonly height: number;
}

/** Shapes that are made anew for each frame, back to front. */
export interface ShapesOperation {
  readonly kind: 'shapes';
  readonly shapes: readonly VectorShape[];
  /** Maps the shapes' units onto the stage. */
  readonly matrix: Matrix;
}

/** Operations that are painted as one. */
export interface GroupOperation {
  readonly kind: 'group';
  readonly operations: readonly Operation[];
  readonly opacity: number;
  readonly blend: BlendMode;
  /** Seen only inside an outline (SVG path data, with the map from its units onto the stage); null: everywhere. */
  readonly outline: { readonly path: string; readonly matrix: Matrix } | null;
  /** Seen only where these would be seen, as strongly; null: everywhere. */
  readonly within: readonly Operation[] | null;
}

export type Operation = DrawingOperation | ShapesOperation | GroupOperation;

/** Operations as they are, unless something is to be done to them together. */
export function grouped(
  operations: readonly Operation[],
  change: Partial<Omit<GroupOperation, 'kind' | 'operations'>>,
): readonly Operation[] {
  const { opacity = 1, blend = 'normal', outline = null, within = null } = change;
  if (operations.length === 0 || opacity === 0) return [];
  if (opacity === 1 && blend === 'normal' && !outline && !within) return operations;
  return [{ kind: 'group', operations, opacity, blend, outline, within }];
}

/** An operation carried elsewhere on the stage, with all that belongs to it. */
export function moved(operation: Operation, change: Matrix): Operation {
  if (operation.kind !== 'group')
    return { ...operation, matrix: multiply(change, operation.matrix) };
  const { outline, within, operations } = operation;
  return {
    ...operation,
    operations: operations.map((inner) => moved(inner, change)),
    outline: outline && { ...outline, matrix: multiply(change, outline.matrix) },
    within: within && within.map((inner) => moved(inner, change)),
  };
}

export function sameOperations(a: readonly Operation[], b: readonly Operation[]): boolean {
  return equal(a, b);
}

/** Every drawing that operations paint, those in groups included. */
export function drawingOperations(operations: readonly Operation[]): DrawingOperation[] {
  return operations.flatMap((operation) => {
    if (operation.kind === 'shapes') return [];
    if (operation.kind !== 'group') return [operation];
    return drawingOperations([...(operation.within ?? []), ...operation.operations]);
  });
}
