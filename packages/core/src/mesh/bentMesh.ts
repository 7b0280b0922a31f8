import type { Box, Point } from '../geometry';
import type { Mesh } from './mesh';

/** A mesh and where its vertices are now. */
export interface BentMesh {
  readonly mesh: Mesh;
  /** x and y of every vertex, in the units of the mesh. */
  readonly points: Float64Array;
}

/** A place in a mesh: the corners of a triangle, and how much of each (barycentric; outside of it also negative). */
export interface PlaceInMesh {
  readonly corners: readonly [number, number, number];
  readonly shares: readonly [number, number, number];
}

/** Finds places in a mesh. */
export class MeshPlaces {
  private readonly columns: number;
  private readonly rows: number;
  private readonly box: Box;
  /** Triangles by the cells of a grid that they touch. */
  private readonly cells: readonly number[][];

  constructor(private readonly mesh: Mesh) {
    this.box = boundsOfPoints(mesh.rest);
    const across = Math.max(1, Math.round(Math.sqrt(mesh.triangles.length / 3)));
    this.columns = this.rows = Math.min(24, across);
    this.cells = this.filled();
  }

  /** The triangle in which a point lies at rest, or the nearest one; null where there is none. */
  placeOf({ x, y }: Point): PlaceInMesh | null {
    const { box, columns, rows } = this;
    const column = Math.floor(((x - box.x) / (box.width || 1)) * columns);
    const row = Math.floor(((y - box.y) / (box.height || 1)) * rows);
    const inside = column >= 0 && column < columns && row >= 0 && row < rows;
    if (inside) {
      for (const triangle of this.cells[row * columns + column]!) {
        const place = this.inTriangle(triangle, x, y);
        if (place.shares.every((share) => share >= -1e-9)) return place;
      }
    }
    return this.nearest(x, y);
  }

  private nearest(x: number, y: number): PlaceInMesh | null {
    const { triangles, rest } = this.mesh;
    let [best, least] = [-1, Infinity];
    for (let at = 0; at < triangles.length; at += 3) {
      for (let corner = 0; corner < 3; corner++) {
        const one = triangles[at + corner]!;
        const other = triangles[at + ((corner + 1) % 3)]!;
        const away = distanceToEdge(x, y, rest, one, other);
        if (away < least) [best, least] = [at, away];
      }
    }
    return best < 0 ? null : this.inTriangle(best, x, y);
  }

  private inTriangle(at: number, x: number, y: number): PlaceInMesh {
    const { triangles, rest } = this.mesh;
    const [a, b, c] = [triangles[at]!, triangles[at + 1]!, triangles[at + 2]!];
    const [ax, ay] = [rest[2 * a]!, rest[2 * a + 1]!];
    const [bx, by] = [rest[2 * b]! - ax, rest[2 * b + 1]! - ay];
    const [cx, cy] = [rest[2 * c]! - ax, rest[2 * c + 1]! - ay];
    const area = bx * cy - by * cx || 1e-12;
    const ofB = ((x - ax) * cy - (y - ay) * cx) / area;
    const ofC = (bx * (y - ay) - by * (x - ax)) / area;
    return { corners: [a, b, c], shares: [1 - ofB - ofC, ofB, ofC] };
  }

  private filled(): number[][] {
    const { box, columns, rows } = this;
    const { triangles, rest } = this.mesh;
    const cells = Array.from({ length: columns * rows }, (): number[] => []);
    const cell = (value: number, from: number, length: number, count: number) =>
      Math.max(0, Math.min(count - 1, Math.floor(((value - from) / (length || 1)) * count)));
    for (let at = 0; at < triangles.length; at += 3) {
      const corners = [0, 1, 2].map((corner) => triangles[at + corner]!);
      const xs = corners.map((corner) => rest[2 * corner]!);
      const ys = corners.map((corner) => rest[2 * corner + 1]!);
      const right = cell(Math.max(...xs), box.x, box.width, columns);
      const bottom = cell(Math.max(...ys), box.y, box.height, rows);
      for (let row = cell(Math.min(...ys), box.y, box.height, rows); row <= bottom; row++) {
        const left = cell(Math.min(...xs), box.x, box.width, columns);
        for (let column = left; column <= right; column++) cells[row * columns + column]!.push(at);
      }
    }
    return cells;
  }
}

const places = new WeakMap<Mesh, MeshPlaces>();

/** What finds places in a mesh; the same for the same mesh. */
export function placesIn(mesh: Mesh): MeshPlaces {
  let found = places.get(mesh);
  if (!found) places.set(mesh, (found = new MeshPlaces(mesh)));
  return found;
}

/** Where a place of a mesh is when its vertices have moved. */
export function pointAt(points: Float64Array, { corners, shares }: PlaceInMesh): Point {
  const [a, b, c] = corners;
  const [ofA, ofB, ofC] = shares;
  return {
    x: ofA * points[2 * a]! + ofB * points[2 * b]! + ofC * points[2 * c]!,
    y: ofA * points[2 * a + 1]! + ofB * points[2 * b + 1]! + ofC * points[2 * c + 1]!,
  };
}

/** The box around points given as x and y in turn. */
export function boundsOfPoints(points: Float64Array): Box {
  let [left, top, right, bottom] = [Infinity, Infinity, -Infinity, -Infinity];
  for (let at = 0; at < points.length; at += 2) {
    const x = points[at]!;
    const y = points[at + 1]!;
    if (x < left) left = x;
    if (x > right) right = x;
    if (y < top) top = y;
    if (y > bottom) bottom = y;
  }
  if (left > right) return { x: 0, y: 0, width: 0, height: 0 };
  return { x: left, y: top, width: right - left, height: bottom - top };
}

function distanceToEdge(
  x: number,
  y: number,
  rest: Float64Array,
  one: number,
  other: number,
): number {
  const [ax, ay] = [rest[2 * one]!, rest[2 * one + 1]!];
  const [dx, dy] = [rest[2 * other]! - ax, rest[2 * other + 1]! - ay];
  const length = dx * dx + dy * dy || 1e-12;
  const along = Math.max(0, Math.min(1, ((x - ax) * dx + (y - ay) * dy) / length));
  const [awayX, awayY] = [x - ax - along * dx, y - ay - along * dy];
  return awayX * awayX + awayY * awayY;
}
