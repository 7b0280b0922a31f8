import type { Point } from '../geometry';
import { inBandOrder } from './bandOrder';
import { BandedSolver } from './bandedSolver';
import { placesIn } from './bentMesh';
import { meshOf, type Mesh } from './mesh';
import { outlineBounds, type Outline } from './outline';
import { FULL_WEIGHT, gridPoints, type WeightGrid } from './softRegion';

const VERTICES = 260;
/** Within this share of its reach, a region is whole. */
const WHOLE = 0.3;
/** Points of the grid along the longer side. */
const GRID = 28;

/**
 * Weights of a soft region to begin with: whole about a point, nothing from its edge on, as smooth as possible between.
 * They are the least of the squared Laplacian over the shape (Botsch and Kobbelt 2004; bounded as in Jacobson et al.
 * 2011, by cutting off), so that they follow the drawing and do not reach across its gaps.
 */
export function regionStart(outline: Outline, middle: Point, edge: Point): WeightGrid {
  const mesh = meshOf(outline, [middle], VERTICES);
  const reach = Math.hypot(edge.x - middle.x, edge.y - middle.y);
  const count = mesh.rest.length / 2;
  const fixed = Array.from({ length: count }, (_, vertex) => {
    const away = Math.hypot(
      mesh.rest[2 * vertex]! - middle.x,
      mesh.rest[2 * vertex + 1]! - middle.y,
    );
    if (away <= WHOLE * reach || vertex === mesh.pinned[0]) return 1;
    return away >= reach ? 0 : null;
  });
  const weights = smoothest(mesh, fixed);
  const box = outlineBounds(outline);
  const longer = Math.max(box.width, box.height) || 1;
  const points = (length: number) => Math.max(6, Math.round((GRID * length) / longer));
  const size = { columns: points(box.width), rows: points(box.height) };
  const places = placesIn(mesh);
  return {
    ...size,
    weights: gridPoints(size, box).map((point) => {
      const place = places.placeOf(point);
      if (!place) return 0;
      const mixed = place.corners.reduce(
        (sum, corner, at) => sum + weights[corner]! * place.shares[at]!,
        0,
      );
      return Math.round(FULL_WEIGHT * Math.max(0, Math.min(1, mixed)));
    }),
  };
}

/** The smoothest values between fixed ones. @param fixed null: free */
function smoothest(mesh: Mesh, fixed: readonly (number | null)[]): Float64Array {
  const order = inBandOrder(mesh.rest).filter((vertex) => fixed[vertex] === null);
  const values = Float64Array.from(fixed, (value) => value ?? 0);
  if (order.length === 0) return values;
  const unknown = new Map(order.map((vertex, at) => [vertex, at]));
  const rows = laplacianRows(mesh);
  const entries: [number, number, number][] = [];
  // The second right side stays empty.
  const right = new Float64Array(2 * order.length);
  // Every row of the Laplacian counts with its square.
  for (const row of rows) {
    for (const [one, first] of row) {
      const at = unknown.get(one);
      if (at === undefined) continue;
      for (const [other, second] of row) {
        const to = unknown.get(other);
        if (to === undefined) right[2 * at]! -= first * second * values[other]!;
        else if (to <= at) entries.push([at, to, first * second]);
      }
    }
  }
  // What no fixed value reaches stays out.
  order.forEach((_, at) => entries.push([at, at, 1e-9]));
  new BandedSolver(order.length, entries).solve(right);
  order.forEach((vertex, at) => (values[vertex] = Math.max(0, Math.min(1, right[2 * at]!))));
  return values;
}

/** For each vertex itself and its neighbours, with the weights of the mean-value Laplacian. */
function laplacianRows({ rest, triangles, links }: Mesh): Map<number, number>[] {
  const rows = Array.from({ length: rest.length / 2 }, (_, vertex) => new Map([[vertex, 1]]));
  const neighbours = rows.map(() => new Set<number>());
  const join = (one: number, other: number) => {
    neighbours[one]!.add(other);
    neighbours[other]!.add(one);
  };
  for (let at = 0; at < triangles.length; at++) {
    join(triangles[at]!, triangles[at % 3 === 2 ? at - 2 : at + 1]!);
  }
  links.forEach(([one, other]) => join(one, other));
  neighbours.forEach((own, vertex) => {
    for (const other of own) rows[vertex]!.set(other, -1 / own.size);
  });
  return rows;
}
