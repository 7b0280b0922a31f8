import type { Met, ParticleObstacles } from '../particles';
import { PLACE, type Rigid } from './rigid';

/** Stage units of a cell in which what is near is looked for. */
const CELL = 96;

/** A convex ring where it stands, with the direction away from each of its edges. */
interface Ring {
  readonly corners: Float64Array;
  readonly away: Float64Array;
  readonly left: number;
  readonly top: number;
  readonly right: number;
  readonly bottom: number;
}

/** The shapes of bodies at one step, for what flies to meet. */
export class Obstacles implements ParticleObstacles {
  private readonly cells = new Map<number, Ring[]>();

  /** @param places where all are, `PLACE.numbers` of each rigid piece */
  constructor(rigids: readonly Rigid[], places: Float32Array) {
    rigids.forEach((rigid, at) => {
      const own = at * PLACE.numbers;
      if (rigid.body.kind === 'through' || Number.isNaN(places[own + PLACE.x])) return;
      for (const ring of outlinesOf(rigid)) this.add(placedRing(ring, places, own));
    });
  }

  meets(x: number, y: number, vx: number, vy: number): Met | null {
    const near = this.cells.get(keyOf(Math.floor(x / CELL), Math.floor(y / CELL)));
    if (!near) return null;
    for (const ring of near) {
      const met = metBy(ring, x, y, vx, vy);
      if (met) return met;
    }
    return null;
  }

  private add(ring: Ring): void {
    const [right, bottom] = [Math.floor(ring.right / CELL), Math.floor(ring.bottom / CELL)];
    for (let row = Math.floor(ring.top / CELL); row <= bottom; row++) {
      for (let column = Math.floor(ring.left / CELL); column <= right; column++) {
        const key = keyOf(column, row);
        const known = this.cells.get(key);
        if (known) known.push(ring);
        else this.cells.set(key, [ring]);
      }
    }
  }
}

const keyOf = (column: number, row: number) => column * 65536 + row;

/** Corners of a circle, of which the sines are written out: they differ between machines. */
const ROUND = [
  [1, 0],
  [0.9239, 0.3827],
  [0.7071, 0.7071],
  [0.3827, 0.9239],
] as const;

const rings = new WeakMap<Rigid, readonly Float32Array[]>();

function outlinesOf(rigid: Rigid): readonly Float32Array[] {
  const known = rings.get(rigid);
  if (known) return known;
  const { shape } = rigid;
  const made =
    shape.kind === 'pieces'
      ? shape.pieces
      : [
          Float32Array.from(
            [0, 1, 2, 3].flatMap((quarter) =>
              ROUND.flatMap(([x, y]) => turned(x, y, quarter).map((at) => at * shape.radius)),
            ),
          ),
        ];
  rings.set(rigid, made);
  return made;
}

function turned(x: number, y: number, quarters: number): readonly [number, number] {
  let point: readonly [number, number] = [x, y];
  for (let at = 0; at < quarters; at++) point = [-point[1], point[0]];
  return point;
}

function placedRing(ring: Float32Array, places: Float32Array, own: number): Ring {
  const turn = places[own + PLACE.turn]!;
  // Rounded, for sines differ in their last bits between machines.
  const [cosine, sine] = [Math.fround(Math.cos(turn)), Math.fround(Math.sin(turn))];
  const corners = new Float64Array(ring.length);
  let [left, top, right, bottom] = [Infinity, Infinity, -Infinity, -Infinity];
  let area = 0;
  for (let at = 0; at < ring.length; at += 2) {
    const x = places[own + PLACE.x]! + cosine * ring[at]! - sine * ring[at + 1]!;
    const y = places[own + PLACE.y]! + sine * ring[at]! + cosine * ring[at + 1]!;
    corners[at] = x;
    corners[at + 1] = y;
    [left, top] = [Math.min(left, x), Math.min(top, y)];
    [right, bottom] = [Math.max(right, x), Math.max(bottom, y)];
    const next = (at + 2) % ring.length;
    area += ring[at]! * ring[next + 1]! - ring[next]! * ring[at + 1]!;
  }
  return { corners, away: awayFrom(corners, area > 0 ? 1 : -1), left, top, right, bottom };
}

/** For each edge the direction out of the ring, of length 1. @param way round which the corners run */
function awayFrom(corners: Float64Array, way: 1 | -1): Float64Array {
  const away = new Float64Array(corners.length);
  for (let at = 0; at < corners.length; at += 2) {
    const next = (at + 2) % corners.length;
    const across = corners[next]! - corners[at]!;
    const down = corners[next + 1]! - corners[at + 1]!;
    const length = Math.sqrt(across * across + down * down) || 1;
    away[at] = (way * down) / length;
    away[at + 1] = (-way * across) / length;
  }
  return away;
}

/** Where something that flies came into a ring: by the nearest of the edges that it flies towards. */
function metBy(
  { corners, away, left, top, right, bottom }: Ring,
  x: number,
  y: number,
  vx: number,
  vy: number,
): Met | null {
  if (x < left || x > right || y < top || y > bottom) return null;
  let [best, nearest] = [-1, -Infinity];
  for (let at = 0; at < corners.length; at += 2) {
    const [ax, ay] = [away[at]!, away[at + 1]!];
    const beyond = (x - corners[at]!) * ax + (y - corners[at + 1]!) * ay;
    if (beyond > 0) return null;
    if (beyond > nearest && vx * ax + vy * ay < 0) [best, nearest] = [at, beyond];
  }
  if (best < 0) return null;
  const [ax, ay] = [away[best]!, away[best + 1]!];
  return { x: x - nearest * ax, y: y - nearest * ay, awayX: ax, awayY: ay };
}
