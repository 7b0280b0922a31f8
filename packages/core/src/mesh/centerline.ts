import type { Point } from '../geometry';
import { meshOf, type Mesh } from './mesh';
import type { Outline } from './outline';

/** How finely a shape is walked through. */
const VERTICES = 240;
/** Points of a centreline. */
const BANDS = 20;
/** What lies further about than this share of the whole way is a branch. */
const DETOUR = 1.12;

/**
 * A line through the middle of a long shape, from one end to the point of it that is farthest away inside the shape.
 *
 * @param root near the end at which the line begins
 * @returns points from the root to the far end; none where there is no area
 */
export function centerlineOf(outline: Outline, root: Point): readonly Point[] {
  const mesh = meshOf(outline, [], VERTICES);
  const neighbours = neighboursOf(mesh);
  const start = nearestVertex(mesh, root);
  if (start < 0) return [];
  const out = distancesFrom(mesh, neighbours, start);
  const farthest = out.reduce((best, away, at) => {
    return Number.isFinite(away) && away > out[best]! ? at : best;
  }, start);
  const back = distancesFrom(mesh, neighbours, farthest);
  const length = out[farthest]!;
  const bands = Array.from({ length: BANDS }, () => ({ x: 0, y: 0, count: 0 }));
  out.forEach((away, at) => {
    if (!Number.isFinite(away) || away + back[at]! > DETOUR * length) return;
    const band = bands[Math.min(BANDS - 1, Math.floor((away / length) * BANDS))]!;
    band.x += mesh.rest[2 * at]!;
    band.y += mesh.rest[2 * at + 1]!;
    band.count++;
  });
  return bands.flatMap(({ x, y, count }) => (count > 0 ? [{ x: x / count, y: y / count }] : []));
}

/** The centreline of a whole shape from the end that lies nearest to a point: also what lies behind that point. */
export function wholeCenterline(outline: Outline, near: Point): readonly Point[] {
  const tip = centerlineOf(outline, near).at(-1);
  return tip ? [...centerlineOf(outline, tip)].reverse() : [];
}

/** The point a share of the way along a line. */
export function alongLine(line: readonly Point[], share: number): Point {
  const lengths = line.slice(1).map((to, at) => Math.hypot(to.x - line[at]!.x, to.y - line[at]!.y));
  let left = share * lengths.reduce((sum, length) => sum + length, 0);
  for (const [at, length] of lengths.entries()) {
    if (left <= length && length > 0) {
      const [from, to] = [line[at]!, line[at + 1]!];
      const part = left / length;
      return { x: from.x + part * (to.x - from.x), y: from.y + part * (to.y - from.y) };
    }
    left -= length;
  }
  return line.at(-1)!;
}

function neighboursOf({ rest, triangles }: Mesh): number[][] {
  const lists = Array.from({ length: rest.length / 2 }, () => new Set<number>());
  for (let at = 0; at < triangles.length; at++) {
    const one = triangles[at]!;
    const other = triangles[at % 3 === 2 ? at - 2 : at + 1]!;
    lists[one]!.add(other);
    lists[other]!.add(one);
  }
  return lists.map((list) => [...list]);
}

function nearestVertex({ rest, triangles }: Mesh, { x, y }: Point): number {
  let [best, least] = [-1, Infinity];
  for (const vertex of triangles) {
    const away = Math.hypot(rest[2 * vertex]! - x, rest[2 * vertex + 1]! - y);
    if (away < least) [best, least] = [vertex, away];
  }
  return best;
}

/** The shortest ways along the edges of a mesh (Dijkstra 1959); Infinity for what can't be reached. */
function distancesFrom({ rest }: Mesh, neighbours: readonly number[][], start: number): number[] {
  const away = neighbours.map(() => Infinity);
  const waiting = new Set([start]);
  away[start] = 0;
  while (waiting.size > 0) {
    let next = -1;
    for (const at of waiting) if (next < 0 || away[at]! < away[next]!) next = at;
    waiting.delete(next);
    for (const other of neighbours[next]!) {
      const step = Math.hypot(
        rest[2 * other]! - rest[2 * next]!,
        rest[2 * other + 1]! - rest[2 * next + 1]!,
      );
      if (away[next]! + step < away[other]!) {
        away[other] = away[next]! + step;
        waiting.add(other);
      }
    }
  }
  return away;
}
