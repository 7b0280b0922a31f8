import Delaunator from 'delaunator';
import type { Point } from '../geometry';
import { isInside, outlineBounds, type Outline } from './outline';

/** A drawing's area as triangles, at rest. */
export interface Mesh {
  /** x and y of every vertex, in the units of the outline. */
  readonly rest: Float64Array;
  /** Three vertices a triangle. */
  readonly triangles: Uint16Array;
  /** The vertex of each point that was asked for, in their order. */
  readonly pinned: readonly number[];
  /** Pairs of vertices that hold pieces together which share no triangle. */
  readonly links: readonly (readonly [number, number])[];
}

/** How many vertices a mesh has, roughly. */
export const MESH_VERTICES = 96;
/** Points nearer to each other than this share of the spacing are taken as one. */
const TOO_NEAR = 0.45;
/** An outline keeps this share of the spacing between its points. */
const EDGE_SPACING = 0.9;

/**
 * Triangles over an outline (Delaunay): its edge, a hexagonal grid inside, and points of one's choice.
 *
 * @param pins points that become vertices, also where they lie outside
 * @param vertices how many are wanted, roughly
 */
export function meshOf(
  outline: Outline,
  pins: readonly Point[],
  vertices: number = MESH_VERTICES,
): Mesh {
  const spacing = spacingFor(outline, vertices);
  const points = new SpacedPoints(spacing * TOO_NEAR);
  const pinned = pins.map((pin) => points.add(pin, true)!);
  for (const ring of outline) alongRing(ring, spacing * EDGE_SPACING).forEach((p) => points.add(p));
  const { x, y, width, height } = outlineBounds(outline);
  const rowHeight = (spacing * Math.sqrt(3)) / 2;
  for (let row = 0; row * rowHeight <= height; row++) {
    for (let left = (row % 2) * 0.5; left * spacing <= width; left++) {
      const point = { x: x + left * spacing, y: y + row * rowHeight };
      if (isInside(outline, point)) points.add(point);
    }
  }
  const rest = Float64Array.from(points.list.flatMap((point) => [point.x, point.y]));
  const triangles = insideTriangles(rest, outline);
  return { rest, triangles, pinned, links: linksOf(rest, triangles) };
}

/** The distance of vertices at which an area takes so many. */
function spacingFor(outline: Outline, vertices: number): number {
  const { width, height } = outlineBounds(outline);
  const area = Math.max(
    1e-6,
    Math.abs(outline.reduce((sum, ring) => sum + Math.abs(ringArea(ring)), 0)),
  );
  const even = Math.sqrt(area / vertices / (Math.sqrt(3) / 2));
  // A long thin shape has vertices mostly along its edge.
  const length = outline.reduce((sum, ring) => sum + ringLength(ring), 0);
  return Math.max(even, length / vertices, Math.max(width, height) / 200);
}

function ringArea(ring: readonly Point[]): number {
  let area = 0;
  let before = ring.at(-1)!;
  for (const point of ring) {
    area += before.x * point.y - point.x * before.y;
    before = point;
  }
  return area / 2;
}

function ringLength(ring: readonly Point[]): number {
  let length = 0;
  let before = ring.at(-1)!;
  for (const point of ring) {
    length += Math.hypot(point.x - before.x, point.y - before.y);
    before = point;
  }
  return length;
}

/** The corners of a ring, and points between them where they are far apart. */
function alongRing(ring: readonly Point[], spacing: number): Point[] {
  return ring.flatMap((from, at) => {
    const to = ring[(at + 1) % ring.length]!;
    const pieces = Math.max(1, Math.round(Math.hypot(to.x - from.x, to.y - from.y) / spacing));
    return Array.from({ length: pieces }, (_, piece) => ({
      x: from.x + ((to.x - from.x) * piece) / pieces,
      y: from.y + ((to.y - from.y) * piece) / pieces,
    }));
  });
}

/** Points of which no two are nearer to each other than allowed. */
class SpacedPoints {
  readonly list: Point[] = [];
  private readonly cells = new Map<string, number[]>();

  constructor(private readonly nearest: number) {}

  /** Adds a point, unless it is too near to another. @param force adds it all the same, but for the very same place */
  add(point: Point, force = false): number | null {
    const nearest = force ? 1e-9 : this.nearest;
    for (const known of this.around(point)) {
      const { x, y } = this.list[known]!;
      if (Math.hypot(x - point.x, y - point.y) < nearest) return force ? known : null;
    }
    this.list.push(point);
    const key = this.key(point.x, point.y);
    const cell = this.cells.get(key);
    if (cell) cell.push(this.list.length - 1);
    else this.cells.set(key, [this.list.length - 1]);
    return this.list.length - 1;
  }

  private around({ x, y }: Point): number[] {
    const found: number[] = [];
    for (const across of [-1, 0, 1]) {
      for (const down of [-1, 0, 1]) {
        const key = this.key(x + across * this.nearest, y + down * this.nearest);
        found.push(...(this.cells.get(key) ?? []));
      }
    }
    return found;
  }

  private key(x: number, y: number): string {
    return `${Math.floor(x / this.nearest)} ${Math.floor(y / this.nearest)}`;
  }
}

/** The Delaunay triangles whose middle lies inside an outline. */
function insideTriangles(rest: Float64Array, outline: Outline): Uint16Array {
  if (rest.length < 6) return new Uint16Array();
  const { triangles } = new Delaunator(rest);
  const inside: number[] = [];
  for (let at = 0; at < triangles.length; at += 3) {
    const corners = [triangles[at]!, triangles[at + 1]!, triangles[at + 2]!];
    const mean = (axis: 0 | 1) =>
      corners.reduce((sum, corner) => sum + rest[2 * corner + axis]!, 0) / 3;
    if (isInside(outline, { x: mean(0), y: mean(1) })) inside.push(...corners);
  }
  return Uint16Array.from(inside);
}

/** Pairs of nearest vertices between pieces that no triangle joins, so that none floats away. */
function linksOf(rest: Float64Array, triangles: Uint16Array): [number, number][] {
  const count = rest.length / 2;
  const piece = Array.from({ length: count }, (_, at) => at);
  const rootOf = (at: number): number => {
    while (piece[at] !== at) at = piece[at] = piece[piece[at]!]!;
    return at;
  };
  for (let at = 0; at < triangles.length; at += 3) {
    const root = rootOf(triangles[at]!);
    piece[rootOf(triangles[at + 1]!)] = root;
    piece[rootOf(triangles[at + 2]!)] = root;
  }
  const links: [number, number][] = [];
  for (;;) {
    const main = rootOf(0);
    const others = Array.from({ length: count }, (_, at) => at).filter((at) => rootOf(at) !== main);
    if (others.length === 0) return links;
    const nearest = nearestPairs(
      rest,
      piece.map((_, at) => at).filter((at) => rootOf(at) === main),
      others,
    );
    // Two links keep a piece from turning about one.
    const joined = rootOf(nearest[0]![1]);
    links.push(...nearest.filter(([, other]) => rootOf(other) === joined).slice(0, 2));
    piece[joined] = main;
  }
}

/** Vertices of one kind and of another, the nearest to each other first; each of the others once. */
function nearestPairs(
  rest: Float64Array,
  some: readonly number[],
  others: readonly number[],
): [number, number][] {
  const away = (a: number, b: number) =>
    Math.hypot(rest[2 * a]! - rest[2 * b]!, rest[2 * a + 1]! - rest[2 * b + 1]!);
  return others
    .map((other): [number, number] => {
      let best = some[0]!;
      for (const one of some) if (away(one, other) < away(best, other)) best = one;
      return [best, other];
    })
    .sort((a, b) => away(...a) - away(...b));
}
