import { inverse, mapped, type Matrix, type Point } from '../geometry';
import { placesIn, pointAt, type BentMesh, type Mesh, type PlaceInMesh } from '../mesh';
import { polylinesOf, type Fineness, type Polyline } from './polyline';
import type {
  LinearGradient,
  Paint,
  RadialGradient,
  Stroke,
  VectorDrawing,
  VectorShape,
} from './vectorDrawing';

/** A shape that was bent; all in the drawing’s units. */
export interface BentShape {
  /** As it is drawn. */
  readonly shape: VectorShape;
  readonly outline: readonly Polyline[];
  /** Fill and line, with their gradients where they have gone. */
  readonly fill: Paint | null;
  readonly stroke: Paint | null;
}

/** Lines are at most this share of the distance between vertices. */
const LONGEST = 0.8;
/** How far lines may be away from their curves, pixels. */
const TOLERANCE = 0.1;
/** Finenesses kept of one drawing. */
const KEPT = 3;

/** A polyline by where its points lie in a mesh. */
interface BoundPolyline {
  /** Three vertices for each point, and how much of each. */
  readonly corners: Int32Array;
  readonly shares: Float64Array;
  readonly closed: boolean;
}

interface BoundPaint {
  readonly paint: Paint;
  readonly places: readonly PlaceInMesh[];
}

interface BoundShape {
  readonly shape: VectorShape;
  readonly outline: readonly BoundPolyline[];
  readonly fill: BoundPaint | null;
  readonly stroke: BoundPaint | null;
}

/** A vector drawing tied to a mesh, to be bent by its points: what it paints stays shapes, and sharp. */
class BoundDrawing {
  private readonly shapes: readonly BoundShape[];
  /** From the units of the mesh to those of the drawing. */
  private readonly back: Matrix;

  /** @param toMesh maps the drawing's own units to those of the mesh, without turning or slanting */
  constructor(drawing: VectorDrawing, mesh: Mesh, toMesh: Matrix, fineness: Fineness) {
    this.back = inverse(toMesh);
    const places = placesIn(mesh);
    const placeOf = ({ x, y }: Point) =>
      places.placeOf({ x: toMesh[0] * x + toMesh[4], y: toMesh[3] * y + toMesh[5] });
    this.shapes = drawing.shapes.map((shape) => ({
      shape,
      outline: polylinesOf(shape.path, fineness).map((line) => boundLine(line, placeOf)),
      fill: shape.fill === null ? null : boundPaint(shape.fill, placeOf),
      stroke: shape.stroke && boundStroke(shape.stroke, placeOf),
    }));
  }

  bent(points: Float64Array): BentShape[] {
    const [a, , , d, e, f] = this.back;
    // In units of the drawing, once for each vertex.
    const moved = new Float64Array(points.length);
    for (let at = 0; at < points.length; at += 2) {
      moved[at] = a * points[at]! + e;
      moved[at + 1] = d * points[at + 1]! + f;
    }
    return this.shapes.map(({ shape, outline, fill, stroke }) => ({
      shape,
      outline: outline.map((line) => movedLine(line, moved)),
      fill: fill && movedPaint(fill, moved),
      stroke: stroke && movedPaint(stroke, moved),
    }));
  }
}

type PlaceOf = (point: Point) => PlaceInMesh | null;

function boundLine({ points, closed }: Polyline, placeOf: PlaceOf): BoundPolyline {
  const corners: number[] = [];
  const shares: number[] = [];
  for (let at = 0; at < points.length; at += 2) {
    const place = placeOf({ x: points[at]!, y: points[at + 1]! });
    if (!place) continue;
    corners.push(...place.corners);
    shares.push(...place.shares);
  }
  return { corners: Int32Array.from(corners), shares: Float64Array.from(shares), closed };
}

function movedLine({ corners, shares, closed }: BoundPolyline, moved: Float64Array): Polyline {
  const count = corners.length / 3;
  const points = new Float64Array(2 * count);
  for (let at = 0; at < count; at++) {
    const [one, two, three] = [
      2 * corners[3 * at]!,
      2 * corners[3 * at + 1]!,
      2 * corners[3 * at + 2]!,
    ];
    const [ofOne, ofTwo, ofThree] = [shares[3 * at]!, shares[3 * at + 1]!, shares[3 * at + 2]!];
    points[2 * at] = ofOne * moved[one]! + ofTwo * moved[two]! + ofThree * moved[three]!;
    points[2 * at + 1] =
      ofOne * moved[one + 1]! + ofTwo * moved[two + 1]! + ofThree * moved[three + 1]!;
  }
  return { points, closed };
}

/** In units of its own only a line’s outline bends, not its colours. */
function boundStroke({ paint, transform }: Stroke, placeOf: PlaceOf): BoundPaint {
  return transform ? { paint, places: [] } : boundPaint(paint, placeOf);
}

function boundPaint(paint: Paint, placeOf: PlaceOf): BoundPaint {
  if (typeof paint === 'string') return { paint, places: [] };
  const places = anchorsOf(paint).map(placeOf);
  return { paint, places: places.every((place) => place !== null) ? places : [] };
}

/** The points by which a gradient goes along. */
function anchorsOf(paint: LinearGradient | RadialGradient): Point[] {
  if (paint.kind === 'linear') {
    return [
      { x: paint.x1, y: paint.y1 },
      { x: paint.x2, y: paint.y2 },
    ];
  }
  const { cx, cy, r, fx, fy, transform } = paint;
  const middle = { x: cx, y: cy };
  if (!transform) return [middle, { x: fx, y: fy }];
  const inUnits = [middle, { x: cx + r, y: cy }, { x: cx, y: cy + r }];
  return inUnits.map((point) => mapped(transform.matrix, point));
}

function movedPaint({ paint, places }: BoundPaint, moved: Float64Array): Paint {
  const [from, to, third] = places.map((place) => pointAt(moved, place));
  if (typeof paint === 'string' || !from || !to) return paint;
  if (paint.kind === 'radial' && paint.transform && third) {
    const { cx, cy, r, transform } = paint;
    const [a, b] = [(to.x - from.x) / r, (to.y - from.y) / r];
    const [c, d] = [(third.x - from.x) / r, (third.y - from.y) / r];
    const matrix: Matrix = [a, b, c, d, from.x - a * cx - c * cy, from.y - b * cx - d * cy];
    return { ...paint, transform: { ...transform, matrix } };
  }
  return paint.kind === 'linear'
    ? { ...paint, x1: from.x, y1: from.y, x2: to.x, y2: to.y }
    : { ...paint, cx: from.x, cy: from.y, fx: to.x, fy: to.y };
}

/** The mean length of a mesh's edges. */
function spacingOf({ rest, triangles }: Mesh): number {
  let sum = 0;
  for (let at = 0; at < triangles.length; at++) {
    const other = at % 3 === 2 ? triangles[at - 2]! : triangles[at + 1]!;
    const one = triangles[at]!;
    sum += Math.hypot(rest[2 * one]! - rest[2 * other]!, rest[2 * one + 1]! - rest[2 * other + 1]!);
  }
  return triangles.length > 0 ? sum / triangles.length : 1;
}

const bound = new WeakMap<VectorDrawing, WeakMap<Mesh, Map<string, BoundDrawing>>>();

/** How far a line may be away from its curve where a drawing is seen at a scale, in the drawing’s units. */
export const toleranceAt = (scale: number) =>
  TOLERANCE / 2 ** Math.ceil(Math.log2(Math.max(1e-6, scale)));

/**
 * The shapes of a vector drawing bent with a mesh.
 *
 * @param toMesh maps the drawing's own units to those of the mesh, without turning or slanting
 * @param tolerance how far lines may be away from their curves, in the drawing’s units
 */
export function bentShapes(
  drawing: VectorDrawing,
  { mesh, points }: BentMesh,
  toMesh: Matrix,
  tolerance: number,
): BentShape[] {
  let byMesh = bound.get(drawing);
  if (!byMesh) bound.set(drawing, (byMesh = new WeakMap()));
  let known = byMesh.get(mesh);
  if (!known) byMesh.set(mesh, (known = new Map()));
  const key = `${tolerance} ${toMesh.join(' ')}`;
  let found = known.get(key);
  if (!found) {
    const longest = (LONGEST * spacingOf(mesh)) / Math.abs(toMesh[0]);
    found = new BoundDrawing(drawing, mesh, toMesh, { tolerance, longest });
    known.set(key, found);
    if (known.size > KEPT) known.delete(known.keys().next().value!);
  }
  return found.bent(points);
}
