import Delaunator from 'delaunator';
import type { Point } from '../../geometry';
import type { Pad } from './pad';

/** A little beyond the end of an axis: so the way from rest to a corner is an edge of its triangles. */
const END = 1.001;
/** Where nothing but both controls is seen, unless there is a corner: at rest, along the axes, in the far corners. */
const ANCHORS: readonly Point[] = [
  { x: 0, y: 0 },
  ...[-END, END].flatMap((end) => [
    { x: end, y: 0 },
    { x: 0, y: end },
  ]),
  ...[-1, 1].flatMap((x) => [-1, 1].map((y) => ({ x, y }))),
];
/** Places nearer to each other than this are one. */
const SAME = 1e-6;

/** What is made of a pad once: how it is divided into triangles, and how far it goes. */
interface PadShape {
  readonly points: readonly Point[];
  /** Three indices of points each. */
  readonly triangles: ArrayLike<number>;
  /** Clockwise on the page; null where it goes anywhere. */
  readonly hull: readonly Point[] | null;
}

const shapes = new WeakMap<Pad, PadShape>();

function shapeOf(pad: Pad): PadShape {
  let shape = shapes.get(pad);
  if (!shape) shapes.set(pad, (shape = madeShape(pad)));
  return shape;
}

function madeShape({ corners, limits }: Pad): PadShape {
  const free = ANCHORS.filter(
    (anchor) =>
      !corners.some((corner) => Math.hypot(corner.x - anchor.x, corner.y - anchor.y) < SAME),
  );
  const points = [...corners, ...free];
  return {
    points,
    triangles: corners.length > 0 ? triangulated(points).triangles : [],
    hull: hullOf([{ x: 0, y: 0 }, ...limits]),
  };
}

function triangulated(points: readonly Point[]): Delaunator<Float64Array> {
  return new Delaunator(Float64Array.from(points.flatMap(({ x, y }) => [x, y])));
}

/** The hull of places, clockwise on the page; null where they lie on one line. */
function hullOf(places: readonly Point[]): readonly Point[] | null {
  const hull = [...triangulated(places).hull].map((at) => places[at]!);
  if (hull.length < 3 || Math.abs(areaOf(hull)) < SAME) return null;
  return areaOf(hull) > 0 ? hull : hull.reverse();
}

function areaOf(ring: readonly Point[]): number {
  return ring.reduce((sum, { x, y }, at) => {
    const next = ring[(at + 1) % ring.length]!;
    return sum + (x * next.y - next.x * y) / 2;
  }, 0);
}

/** As far as a pad may go: the corners of its region; null where it goes anywhere. */
export function padRegion(pad: Pad): readonly Point[] | null {
  return shapeOf(pad).hull;
}

/** The place of a pad that is nearest to one and still in its region. */
export function confinedToPad(pad: Pad, place: Point): Point {
  const { hull } = shapeOf(pad);
  const within = {
    x: Math.max(-1, Math.min(1, place.x)),
    y: Math.max(-1, Math.min(1, place.y)),
  };
  if (!hull) return within;
  const edges = hull.map((from, at) => [from, hull[(at + 1) % hull.length]!] as const);
  if (edges.every(([from, to]) => sideOf(from, to, within) >= 0)) return within;
  let nearest = hull[0]!;
  for (const [from, to] of edges) {
    const on = nearestOn(from, to, within);
    if (apart(on, within) < apart(nearest, within)) nearest = on;
  }
  return nearest;
}

/**
 * How much of each corner of a pad is seen at a place, 0 to 1: all of it at the corner, evenly less to nothing at the
 * places around it (a triangulation of Delaunay's with barycentric weights).
 */
export function cornerWeights(pad: Pad, { x, y }: Point): readonly number[] {
  const weights = pad.corners.map(() => 0);
  const { points, triangles } = shapeOf(pad);
  for (let at = 0; at < triangles.length; at += 3) {
    const indices = [triangles[at]!, triangles[at + 1]!, triangles[at + 2]!];
    const [a, b, c] = indices.map((index) => points[index]!) as [Point, Point, Point];
    const area = (b.x - a.x) * (c.y - a.y) - (c.x - a.x) * (b.y - a.y);
    if (Math.abs(area) < SAME) continue;
    const ofB = ((x - a.x) * (c.y - a.y) - (c.x - a.x) * (y - a.y)) / area;
    const ofC = ((b.x - a.x) * (y - a.y) - (x - a.x) * (b.y - a.y)) / area;
    const shares = [1 - ofB - ofC, ofB, ofC];
    if (shares.some((share) => share < -SAME)) continue;
    indices.forEach((index, corner) => {
      if (index < weights.length) weights[index] = Math.max(0, Math.min(1, shares[corner]!));
    });
    break;
  }
  return weights;
}

/** Positive where a point lies to the right of the way from one point to another, on the page. */
function sideOf(from: Point, to: Point, { x, y }: Point): number {
  return (to.x - from.x) * (y - from.y) - (to.y - from.y) * (x - from.x);
}

function nearestOn(from: Point, to: Point, { x, y }: Point): Point {
  const [dx, dy] = [to.x - from.x, to.y - from.y];
  const along = ((x - from.x) * dx + (y - from.y) * dy) / (dx * dx + dy * dy || 1);
  const share = Math.max(0, Math.min(1, along));
  return { x: from.x + share * dx, y: from.y + share * dy };
}

const apart = (a: Point, b: Point) => Math.hypot(a.x - b.x, a.y - b.y);
