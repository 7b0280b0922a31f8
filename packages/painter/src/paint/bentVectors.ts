import { CoverageGrid } from '@cruvo/core/raster';
import {
  bentShapes,
  StrokePolygons,
  toleranceAt,
  type BentItem,
  type BentShape,
  type Polyline,
  type VectorDrawing,
} from '@cruvo/core/frame';
import {
  IDENTITY,
  inverse,
  mapped,
  meanScale,
  multiply,
  translation,
  type Box,
  type Matrix,
} from '@cruvo/core/geometry';
import type { PixelRows } from './surface';

/** Paints vector drawings that are bent with a mesh, whose outlines are others in every frame. */
export class BentVectors {
  private readonly grid = new CoverageGrid();
  /** From pixels of the surface to those of the box that is wanted. */
  private toBox: Matrix = IDENTITY;

  /** Begins with see-through pixels. @param box the whole pixels of the surface that are wanted */
  begin({ x, y, width, height }: Box, stride: number): void {
    this.toBox = translation(-x, -y);
    this.grid.begin(width, height, stride);
  }

  /**
   * Paints a drawing over what is there.
   *
   * @param toBox maps the drawing’s own units to those of the item’s box
   * @param place maps units of the mesh to pixels of the surface
   */
  paint({ bend, corner }: BentItem, drawing: VectorDrawing, toBox: Matrix, place: Matrix): void {
    const toMesh = multiply(translation(corner.x, corner.y), toBox);
    const toPixels = multiply(this.toBox, multiply(place, toMesh));
    const tolerance = toleranceAt(meanScale(toPixels));
    for (const shape of bentShapes(drawing, bend, toMesh, tolerance)) {
      this.paintShape(shape, toPixels, tolerance);
    }
  }

  /** Gives all that was painted. */
  finish({ pixels }: PixelRows): void {
    this.grid.finish(pixels.data);
  }

  private paintShape(bent: BentShape, toPixels: Matrix, tolerance: number): void {
    const { shape, outline, fill, stroke } = bent;
    const { opacity } = shape;
    if (fill !== null) {
      for (const { points } of outline) this.grid.cover(points, toPixels);
      const rule = shape.fillRule;
      const transform = typeof fill !== 'string' && fill.kind === 'radial' ? fill.transform : null;
      const own = multiply(toPixels, transform?.matrix ?? IDENTITY);
      this.grid.paint({ paint: fill, toPixels: own, rule, opacity });
    }
    if (stroke !== null && shape.stroke) {
      const { transform } = shape.stroke;
      const own = transform ? multiply(toPixels, transform.matrix) : toPixels;
      // As fine in pixels as elsewhere.
      const fine = transform ? tolerance / meanScale(transform.matrix) : tolerance;
      const lines = transform ? inUnitsOf(transform.matrix, outline) : outline;
      const polygons = new StrokePolygons(shape.stroke, fine, (one) => this.grid.cover(one, own));
      for (const line of lines) polygons.add(line);
      this.grid.paint({ paint: stroke, toPixels: own, rule: 'nonzero', opacity });
    }
  }
}

/** Lines in other units. @param matrix from those to the units of the lines */
function inUnitsOf(matrix: Matrix, lines: readonly Polyline[]): Polyline[] {
  const back = inverse(matrix);
  return lines.map(({ points, closed }) => {
    const moved = new Float64Array(points.length);
    for (let at = 0; at < points.length; at += 2) {
      const { x, y } = mapped(back, { x: points[at]!, y: points[at + 1]! });
      moved[at] = x;
      moved[at + 1] = y;
    }
    return { points: moved, closed };
  });
}
