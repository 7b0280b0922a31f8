import svgpath from 'svgpath';
import { between, inverse, mapped, multiply, scaling, type Matrix, type Point } from '../geometry';
import { placesIn, pointAt, type BentMesh, type Mesh, type PlaceInMesh } from '../mesh';
import type {
  LinearGradient,
  Paint,
  PaintTransform,
  RadialGradient,
  Stroke,
  VectorDrawing,
  VectorShape,
} from './vectorDrawing';

/** Bent shapes have whole numbers for coordinates, which are written fastest: so many of them for a unit of the drawing. */
const FINENESS = 32;
const TO_DRAWING: Matrix = scaling(1 / FINENESS);

/** Shapes that were bent. */
export interface BentShapes {
  readonly shapes: readonly VectorShape[];
  /** From their units to those of the drawing. */
  readonly toDrawing: Matrix;
}
/** Pieces of a path are at most this share of the distance between vertices. */
const PIECE = 0.8;
/** The most pieces of one segment of a path. */
const MOST_PIECES = 64;

/** A segment of a path: its letter, and where its points lie in the mesh. */
interface BoundSegment {
  readonly letter: 'M' | 'L' | 'C' | 'Z';
  readonly places: readonly PlaceInMesh[];
}

interface BoundPaint {
  readonly paint: Paint;
  readonly places: readonly PlaceInMesh[];
}

/** A shape with its place in a mesh. */
interface BoundShape {
  readonly shape: VectorShape;
  readonly segments: readonly BoundSegment[];
  readonly fill: BoundPaint | null;
  readonly stroke: BoundPaint | null;
}

/** A vector drawing tied to a mesh, to be bent by its points: what it paints stays shapes, and sharp. */
export class BoundDrawing {
  private readonly shapes: readonly BoundShape[];
  /** From the units of the mesh to those of the drawing. */
  private readonly back: Matrix;

  /** @param toMesh maps the drawing's own units to those of the mesh, without turning or slanting */
  constructor(drawing: VectorDrawing, mesh: Mesh, toMesh: Matrix) {
    this.back = inverse(toMesh);
    const places = placesIn(mesh);
    const placeOf = ({ x, y }: Point) =>
      places.placeOf({ x: toMesh[0] * x + toMesh[4], y: toMesh[3] * y + toMesh[5] });
    const piece = (PIECE * spacingOf(mesh)) / Math.abs(toMesh[0]);
    this.shapes = drawing.shapes.map((shape) => ({
      shape,
      segments: segmentsOf(shape.path, piece, placeOf),
      fill: shape.fill === null ? null : boundPaint(shape.fill, placeOf),
      stroke: shape.stroke && boundPaint(shape.stroke.paint, placeOf),
    }));
  }

  bent(points: Float64Array): BentShapes {
    const { back } = this;
    const moved = (place: PlaceInMesh): Point => {
      const at = pointAt(points, place);
      return {
        x: Math.round(FINENESS * (back[0] * at.x + back[4])),
        y: Math.round(FINENESS * (back[3] * at.y + back[5])),
      };
    };
    const shapes = this.shapes.map(({ shape, segments, fill, stroke }) => {
      const outline = segments.map(({ letter, places }) => ({ letter, to: places.map(moved) }));
      return {
        ...shape,
        path: pathOf(outline, null),
        fill: fill && bentPaint(fill, moved, outline),
        stroke:
          stroke && shape.stroke
            ? bentStroke(shape.stroke, bentPaint(stroke, moved, outline), outline)
            : null,
      };
    });
    return { shapes, toDrawing: TO_DRAWING };
  }
}

type MovedSegment = { readonly letter: BoundSegment['letter']; readonly to: readonly Point[] };

/** SVG path data. @param matrix from its units to those of the points; null: the same */
function pathOf(segments: readonly MovedSegment[], matrix: Matrix | null): string {
  const back = matrix && inverse(matrix);
  let path = '';
  for (const { letter, to } of segments) {
    path += letter;
    for (let at = 0; at < to.length; at++) {
      const { x, y } = back ? mapped(back, to[at]!) : to[at]!;
      path += at > 0 ? ` ${x} ${y}` : `${x} ${y}`;
    }
  }
  return path;
}

function bentStroke(stroke: Stroke, paint: Paint, outline: readonly MovedSegment[]): Stroke {
  const transform = bentTransform(stroke.transform, outline);
  // With units of its own a line keeps its width in them.
  const width = transform ? stroke.width : FINENESS * stroke.width;
  return { ...stroke, paint, width, transform };
}

function bentTransform(
  transform: PaintTransform | null,
  outline: readonly MovedSegment[],
): PaintTransform | null {
  if (!transform) return null;
  const matrix = multiply(scaling(FINENESS), transform.matrix);
  return { path: pathOf(outline, matrix), matrix };
}

function boundPaint(paint: Paint, placeOf: (point: Point) => PlaceInMesh | null): BoundPaint {
  if (typeof paint === 'string') return { paint, places: [] };
  const [from, to] =
    paint.kind === 'linear'
      ? [
          { x: paint.x1, y: paint.y1 },
          { x: paint.x2, y: paint.y2 },
        ]
      : [
          { x: paint.cx, y: paint.cy },
          { x: paint.fx, y: paint.fy },
        ];
  // In units of its own only the outline bends.
  if (paint.kind === 'radial' && paint.transform) return { paint, places: [] };
  const places = [placeOf(from), placeOf(to)];
  return { paint, places: places.every((place) => place !== null) ? places : [] };
}

function bentPaint(
  { paint, places }: BoundPaint,
  moved: (place: PlaceInMesh) => Point,
  outline: readonly MovedSegment[],
): Paint {
  if (typeof paint === 'string') return paint;
  if (paint.kind === 'radial' && paint.transform) {
    return { ...paint, transform: bentTransform(paint.transform, outline) };
  }
  const [from, to] = places.map(moved);
  if (!from || !to) return scaledUp(paint);
  return paint.kind === 'linear'
    ? { ...paint, x1: from.x, y1: from.y, x2: to.x, y2: to.y }
    : { ...paint, cx: from.x, cy: from.y, fx: to.x, fy: to.y, r: FINENESS * paint.r };
}

/** A gradient that lies nowhere in the mesh, in the units of the bent shapes. */
function scaledUp(paint: LinearGradient | RadialGradient): Paint {
  const up = (value: number) => FINENESS * value;
  if (paint.kind === 'linear') {
    const { x1, y1, x2, y2 } = paint;
    return { ...paint, x1: up(x1), y1: up(y1), x2: up(x2), y2: up(y2) };
  }
  const { cx, cy, fx, fy, r } = paint;
  return { ...paint, cx: up(cx), cy: up(cy), fx: up(fx), fy: up(fy), r: up(r) };
}

/** The segments of a path as lines and cubic curves, none longer than a piece. */
function segmentsOf(
  path: string,
  piece: number,
  placeOf: (point: Point) => PlaceInMesh | null,
): BoundSegment[] {
  const segments: BoundSegment[] = [];
  const add = (letter: BoundSegment['letter'], ...points: Point[]) => {
    const places = points.map(placeOf);
    if (places.every((place) => place !== null)) segments.push({ letter, places });
  };
  let start: Point = { x: 0, y: 0 };
  let from: Point = start;
  const line = (to: Point) => {
    for (const share of sharesFor(Math.hypot(to.x - from.x, to.y - from.y), piece)) {
      add('L', between(from, to, share));
    }
    from = to;
  };
  const curve = (one: Point, two: Point, to: Point) => {
    const length =
      Math.hypot(one.x - from.x, one.y - from.y) +
      Math.hypot(two.x - one.x, two.y - one.y) +
      Math.hypot(to.x - two.x, to.y - two.y);
    const shares = sharesFor(length, piece);
    let rest: Cubic = [from, one, two, to];
    shares.forEach((share, at) => {
      const before = at === 0 ? 0 : shares[at - 1]!;
      const [head, tail] = split(rest, (share - before) / (1 - before));
      add('C', head[1], head[2], head[3]);
      rest = tail;
    });
    from = to;
  };
  svgpath(path)
    .abs()
    .unshort()
    .unarc()
    .iterate((segment, _index, x, y) => {
      from = { x, y };
      const [letter, ...numbers] = segment as [string, ...number[]];
      const point = (at: number): Point => ({ x: numbers[at]!, y: numbers[at + 1]! });
      switch (letter) {
        case 'M':
          start = point(0);
          add('M', start);
          break;
        case 'L':
          line(point(0));
          break;
        case 'H':
          line({ x: numbers[0]!, y });
          break;
        case 'V':
          line({ x, y: numbers[0]! });
          break;
        case 'C':
          curve(point(0), point(2), point(4));
          break;
        case 'Q':
          curve(between(from, point(0), 2 / 3), between(point(2), point(0), 2 / 3), point(2));
          break;
        case 'Z':
          line(start);
          segments.push({ letter: 'Z', places: [] });
          break;
      }
    });
  return segments;
}

/** Where pieces of a length end, as shares of it. */
function sharesFor(length: number, piece: number): number[] {
  const count = Math.min(MOST_PIECES, Math.max(1, Math.ceil(length / piece)));
  return Array.from({ length: count }, (_, at) => (at + 1) / count);
}

type Cubic = readonly [Point, Point, Point, Point];

/** A cubic curve in two (de Casteljau). */
function split([a, b, c, d]: Cubic, share: number): [Cubic, Cubic] {
  const [ab, bc, cd] = [between(a, b, share), between(b, c, share), between(c, d, share)];
  const [abc, bcd] = [between(ab, bc, share), between(bc, cd, share)];
  const middle = between(abc, bcd, share);
  return [
    [a, ab, abc, middle],
    [middle, bcd, cd, d],
  ];
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

const bound = new WeakMap<VectorDrawing, WeakMap<Mesh, { key: string; drawing: BoundDrawing }>>();

/**
 * The shapes of a vector drawing bent with a mesh.
 *
 * @param toMesh maps the drawing's own units to those of the mesh, without turning or slanting
 */
export function bentShapes(
  drawing: VectorDrawing,
  { mesh, points }: BentMesh,
  toMesh: Matrix,
): BentShapes {
  let byMesh = bound.get(drawing);
  if (!byMesh) bound.set(drawing, (byMesh = new WeakMap()));
  const key = toMesh.join(' ');
  let known = byMesh.get(mesh);
  if (known?.key !== key) {
    known = { key, drawing: new BoundDrawing(drawing, mesh, toMesh) };
    byMesh.set(mesh, known);
  }
  return known.drawing.bent(points);
}
