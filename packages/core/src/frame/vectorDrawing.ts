import type { Box, Matrix } from '../geometry';

/** A colour as CSS writes it, or a gradient; coordinates in the drawing's units. */
export type Paint = string | LinearGradient | RadialGradient;

export interface GradientStop {
  readonly offset: number;
  readonly color: string;
}

export interface LinearGradient {
  readonly kind: 'linear';
  readonly x1: number;
  readonly y1: number;
  readonly x2: number;
  readonly y2: number;
  readonly stops: readonly GradientStop[];
}

/** Circles from a focus to the edge; coordinates in `transform` where there is one. */
export interface RadialGradient {
  readonly kind: 'radial';
  readonly cx: number;
  readonly cy: number;
  readonly r: number;
  readonly fx: number;
  readonly fy: number;
  readonly stops: readonly GradientStop[];
  readonly transform: PaintTransform | null;
}

/** Units other than the drawing's, for paint under a non-uniform scale. */
export interface PaintTransform {
  /** The shape's outline in these units. */
  readonly path: string;
  /** From these units to the drawing's. */
  readonly matrix: Matrix;
}

export interface Stroke {
  readonly paint: Paint;
  /** In units of `transform` where there is one, as the paint's coordinates. */
  readonly width: number;
  readonly cap: 'butt' | 'round' | 'square';
  readonly join: 'miter' | 'round' | 'bevel';
  /** A corner's length over the width from which on it is cut off. */
  readonly miterLimit: number;
  readonly transform: PaintTransform | null;
}

/** One filled or stroked path; transforms are already applied to its points. */
export interface VectorShape {
  readonly path: string;
  readonly fill: Paint | null;
  readonly fillRule: 'nonzero' | 'evenodd';
  readonly stroke: Stroke | null;
  readonly opacity: number;
}

/** A vector picture: shapes from back to front, and the part of the plane that it covers. */
export interface VectorDrawing {
  readonly viewBox: Box;
  readonly shapes: readonly VectorShape[];
}
