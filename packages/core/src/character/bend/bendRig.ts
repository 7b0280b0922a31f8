import {
  between,
  distance,
  equals,
  IDENTITY,
  mapped,
  type Box,
  type Matrix,
  type Point,
} from '../../geometry';
import {
  boundsOfPoints,
  Deformation,
  meshOf,
  moveRegion,
  outlineBounds,
  weightAt,
  type BentMesh,
  type Hold,
  type Mesh,
} from '../../mesh';
import { regionsOf, type Bend, type Region } from './bend';
import { NO_TURN, skeletonOf, type Skeleton, type SkeletonPose, type Turn } from './skeleton';

/** Vertices along a splint, from one end to the other, without the ends. */
const ALONG_SPLINT = 4;
/** A hold keeps the drawing's direction within this share of its size. */
const HOLD_REACH = 0.035;
/** How quickly the pull of a splint fades with distance. */
const FADING = 1e-4;

/** What soft regions do to what belongs to them wholly, by their ids; those that are left out rest. */
export type RegionMoves = ReadonlyMap<string, Matrix>;

export const NO_MOVES: RegionMoves = new Map();

interface Solved {
  readonly holds: readonly Hold[];
  readonly moves: RegionMoves;
  readonly bent: BentMesh | null;
}

/** A bend made ready: its mesh, and what holds it. */
export class BendRig {
  readonly skeleton: Skeleton;
  private readonly mesh: Mesh;
  private readonly deformation: Deformation;
  private last: Solved | null = null;
  private readonly regions: readonly { readonly id: string; readonly weights: Float64Array }[];

  constructor(bend: Bend) {
    const skeleton = skeletonOf(bend);
    const { points, bones } = skeleton;
    const along = bones.flatMap(({ from, to }) =>
      Array.from({ length: ALONG_SPLINT }, (_, at) =>
        between(points[from]!, points[to]!, (at + 1) / (ALONG_SPLINT + 1)),
      ),
    );
    this.skeleton = skeleton;
    this.mesh = meshOf(bend.outline, [...points, ...along]);
    const { pinned, rest } = this.mesh;
    const taken = new Set(pinned);
    const { width, height } = boundsOfPoints(rest);
    const reach = HOLD_REACH * Math.max(width, height);
    const ofPoints = points.map((point, at) => {
      const own = pinned[at]!;
      if (point.kind !== 'hold') return [own];
      // What lies around a hold keeps its direction.
      const near: number[] = [];
      for (let vertex = 0; vertex < rest.length / 2; vertex++) {
        const away = distance(point, { x: rest[2 * vertex]!, y: rest[2 * vertex + 1]! });
        if (away <= reach && !taken.has(vertex)) near.push(vertex);
      }
      near.forEach((vertex) => taken.add(vertex));
      return [own, ...near];
    });
    const ofBones = bones.map((_, bone) => {
      const start = points.length + bone * ALONG_SPLINT;
      return pinned.slice(start, start + ALONG_SPLINT);
    });
    const box = outlineBounds(bend.outline);
    this.regions = regionsOf(bend).map((region) => ({
      id: region.id,
      weights: Float64Array.from({ length: rest.length / 2 }, (_, vertex) =>
        weightAt(region, box, { x: rest[2 * vertex]!, y: rest[2 * vertex + 1]! }),
      ),
    }));
    this.deformation = new Deformation(this.mesh, [...ofPoints, ...ofBones]);
  }

  /** The mesh where its skeleton and its regions are somewhere; null where that is as drawn. */
  bent(pose: SkeletonPose, moves: RegionMoves = NO_MOVES): BentMesh | null {
    const holds = this.holdsFor(pose);
    const { last } = this;
    if (last && sameHolds(last.holds, holds) && sameMoves(last.moves, moves)) return last.bent;
    const still = holds.every(isAtRest);
    const bent = still && moves.size === 0 ? null : this.solved(holds, still, moves);
    this.last = { holds, moves, bent };
    return bent;
  }

  private solved(holds: readonly Hold[], still: boolean, moves: RegionMoves): BentMesh {
    const { mesh } = this;
    const points = still ? mesh.rest.slice() : this.deformation.solve(holds);
    for (const { id, weights } of this.regions) {
      const move = moves.get(id);
      if (move) moveRegion(mesh, points, weights, move);
    }
    return { mesh, points };
  }

  private holdsFor({ at, turns }: SkeletonPose): Hold[] {
    const { points, bones, boneTo } = this.skeleton;
    const ofPoints = points.map((point, index) => {
      const { kind } = point;
      const leading = boneTo[index]!;
      const out = bones.findIndex(({ from }) => from === index);
      const turn =
        kind === 'hold'
          ? NO_TURN
          : halfway(
              turns[leading] ?? turns[out] ?? NO_TURN,
              turns[out] ?? turns[leading] ?? NO_TURN,
            );
      return holdAt(turn, point, at[index]!);
    });
    const ofBones = bones.map(({ from }, bone) => holdAt(turns[bone]!, points[from]!, at[from]!));
    return [...ofPoints, ...ofBones];
  }
}

const rigs = new WeakMap<Bend, BendRig>();

/** A bend made ready; the same for the same bend. */
export function bendRigOf(bend: Bend): BendRig {
  let rig = rigs.get(bend);
  if (!rig) rigs.set(bend, (rig = new BendRig(bend)));
  return rig;
}

/**
 * How something that hangs on a bent drawing goes along: as the splints do, the nearest most; where there are none, as
 * the points do. Turns and moves, without stretching.
 *
 * @param hanging where it hangs, units of the artwork as drawn
 */
export function carriedBy(
  bend: Bend,
  pose: SkeletonPose,
  moves: RegionMoves,
  hanging: Point,
): Matrix {
  const along = carriedBySkeleton(skeletonOf(bend), pose, hanging);
  if (moves.size === 0) return along;
  const aside = movedByRegions(bend, moves, hanging);
  return [along[0], along[1], along[2], along[3], along[4] + aside.x, along[5] + aside.y];
}

/** How far soft regions move a point, units of the artwork. */
function movedByRegions(bend: Bend, moves: RegionMoves, point: Point): Point {
  const box: Box = outlineBounds(bend.outline);
  let [x, y] = [0, 0];
  for (const [id, move] of moves) {
    const region: Region | undefined = bend.regions[id];
    if (!region) continue;
    const weight = weightAt(region, box, point);
    const to = mapped(move, point);
    x += weight * (to.x - point.x);
    y += weight * (to.y - point.y);
  }
  return { x, y };
}

function carriedBySkeleton(
  { points, bones }: Skeleton,
  pose: SkeletonPose,
  hanging: Point,
): Matrix {
  let [cosine, sine, x, y, sum] = [0, 0, 0, 0, 0];
  const add = (away: number, turn: Turn, from: Point, to: Point) => {
    // The fourth power of the distance: beside a splint only that one counts.
    const weight = 1 / (away * away * away * away + FADING);
    const offset = { x: hanging.x - from.x, y: hanging.y - from.y };
    cosine += weight * turn.cosine;
    sine += weight * turn.sine;
    x += weight * (to.x + turn.cosine * offset.x - turn.sine * offset.y);
    y += weight * (to.y + turn.sine * offset.x + turn.cosine * offset.y);
    sum += weight;
  };
  bones.forEach(({ from, to }, bone) => {
    const away = distanceToLine(hanging, points[from]!, points[to]!);
    add(away, pose.turns[bone]!, points[from]!, pose.at[from]!);
  });
  if (bones.length === 0) {
    points.forEach((point, at) => add(distance(point, hanging), NO_TURN, point, pose.at[at]!));
  }
  if (sum === 0) return [1, 0, 0, 1, 0, 0];
  const length = Math.sqrt(cosine * cosine + sine * sine) || 1;
  const [c, s] = [cosine / length, sine / length];
  const to = { x: x / sum, y: y / sum };
  return [
    ...([c, s, -s, c] as const),
    to.x - c * hanging.x + s * hanging.y,
    to.y - s * hanging.x - c * hanging.y,
  ];
}

function holdAt({ cosine, sine }: Turn, from: Point, to: Point): Hold {
  return { cosine, sine, fromX: from.x, fromY: from.y, toX: to.x, toY: to.y };
}

function isAtRest({ cosine, sine, fromX, fromY, toX, toY }: Hold): boolean {
  const still = (value: number) => Math.abs(value) < 1e-9;
  return (
    still(cosine - 1) && still(sine) && Math.abs(fromX - toX) < 1e-6 && Math.abs(fromY - toY) < 1e-6
  );
}

function sameHolds(some: readonly Hold[], others: readonly Hold[]): boolean {
  return some.every((hold, at) => {
    const other = others[at]!;
    return (
      hold.cosine === other.cosine &&
      hold.sine === other.sine &&
      hold.toX === other.toX &&
      hold.toY === other.toY
    );
  });
}

function sameMoves(some: RegionMoves, others: RegionMoves): boolean {
  if (some.size !== others.size) return false;
  return [...some].every(([id, move]) => equals(move, others.get(id) ?? IDENTITY, 0));
}

/** The turn half the way from one to another. */
function halfway(one: Turn, other: Turn): Turn {
  const [cosine, sine] = [one.cosine + other.cosine, one.sine + other.sine];
  const length = Math.sqrt(cosine * cosine + sine * sine);
  return length < 1e-9 ? one : { cosine: cosine / length, sine: sine / length };
}

function distanceToLine(point: Point, from: Point, to: Point): number {
  const [x, y] = [to.x - from.x, to.y - from.y];
  const length = x * x + y * y || 1e-12;
  const share = Math.max(
    0,
    Math.min(1, ((point.x - from.x) * x + (point.y - from.y) * y) / length),
  );
  return distance(point, { x: from.x + share * x, y: from.y + share * y });
}
