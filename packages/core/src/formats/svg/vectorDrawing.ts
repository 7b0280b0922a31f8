import type { Box } from '../../geometry';

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

export interface RadialGradient {
  readonly kind: 'radial';
  readonly cx: number;
  readonly cy: number;
  readonly r: number;
  readonly stops: readonly GradientStop[];
}

export interface Stroke {
  readonly paint: Paint;
  readonly width: number;
  readonly cap: 'butt' | 'round' | 'square';
  readonly join: 'miter' | 'round' | 'bevel';
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
