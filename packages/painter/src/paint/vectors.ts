import { CoverageGrid, type Plane } from '@cruvo/core/raster';
import {
  bentShapes,
  polylinesOf,
  StrokePolygons,
  toleranceAt,
  type BentItem,
  type BentShape,
  type ParticleLayer,
  type Polyline,
  type VectorDrawing,
  type VectorShape,
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
import type { KernelMemory } from '@cruvo/core/kernel';

/** The outline of a shape, as fine as it was last needed. */
interface FineOutline {
  readonly tolerance: number;
  readonly lines: readonly Polyline[];
}

/** Paints vector drawings onto planes by the coverage of their outlines. */
export class Vectors {
  private readonly grid: CoverageGrid;
  private readonly outlines = new WeakMap<VectorShape, FineOutline>();

  /** @param memory in which the planes lie */
  constructor(memory: KernelMemory) {
    this.grid = new CoverageGrid(memory);
  }

  /**
   * Paints shapes over what is there.
   *
   * @param place maps their units to pixels of the plane
   * @param box the whole pixels that are wanted
   */
  paint(plane: Plane, box: Box, shapes: readonly VectorShape[], place: Matrix): void {
    this.grid.begin(plane, box);
    const tolerance = toleranceAt(meanScale(place));
    for (const shape of shapes) {
      const outline = this.outlineOf(shape, tolerance);
      const { fill, stroke } = shape;
      this.paintShape({ shape, outline, fill, stroke: stroke && stroke.paint }, place, tolerance);
    }
  }

  /**
   * Paints a drawing that is bent with a mesh over what is there.
   *
   * @param toBox maps the drawing’s own units to those of the item’s box
   * @param place maps units of the mesh to pixels of the plane
   * @param box the whole pixels that are wanted
   */
  paintBent(
    plane: Plane,
    box: Box,
    { bend, corner }: BentItem,
    drawing: VectorDrawing,
    toBox: Matrix,
    place: Matrix,
  ): void {
    this.grid.begin(plane, box);
    const toMesh = multiply(translation(corner.x, corner.y), toBox);
    const toPixels = multiply(place, toMesh);
    const tolerance = toleranceAt(meanScale(toPixels));
    for (const shape of bentShapes(drawing, bend, toMesh, tolerance)) {
      this.paintShape(shape, toPixels, tolerance);
    }
  }

  /**
   * Paints many small polygons over what is there.
   *
   * @param view maps stage units to pixels of the plane
   * @param box the whole pixels that are wanted
   */
  paintParticles(plane: Plane, box: Box, layers: readonly ParticleLayer[], view: Matrix): void {
    this.grid.begin(plane, box);
    for (const { points, color, opacity, places } of layers) {
      for (const place of places) this.grid.cover(points, multiply(view, place));
      this.grid.paint({ paint: color, toPixels: IDENTITY, rule: 'nonzero', opacity });
    }
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

  private outlineOf(shape: VectorShape, tolerance: number): readonly Polyline[] {
    const known = this.outlines.get(shape);
    if (known?.tolerance === tolerance) return known.lines;
    const lines = polylinesOf(shape.path, { tolerance, longest: Infinity });
    this.outlines.set(shape, { tolerance, lines });
    return lines;
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
