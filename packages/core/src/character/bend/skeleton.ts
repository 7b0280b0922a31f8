import type { Point } from '../../geometry';
import { pointsOf, type Bend, type BendPoint } from './bend';
import { reaching } from './chain';

/** A splint, seen from where it is held. Points by their places in the skeleton. */
export interface Bone {
  readonly from: number;
  readonly to: number;
  /** The bone that leads to `from`; -1: none. */
  readonly before: number;
}

/** The points and splints of a bend, ordered from where they are held. */
export interface Skeleton {
  readonly points: readonly BendPoint[];
  /** Each after the one before it. */
  readonly bones: readonly Bone[];
  /** The bone that leads to each point; -1: none. */
  readonly boneTo: readonly number[];
}

/** A turn as its cosine and sine, times how much it stretches. */
export interface Turn {
  readonly cosine: number;
  readonly sine: number;
}

/** Where the points and bones of a skeleton are. */
export interface SkeletonPose {
  readonly at: readonly Point[];
  /** How far each bone is turned from where it was drawn. */
  readonly turns: readonly Turn[];
}

export const NO_TURN: Turn = { cosine: 1, sine: 0 };

/** From a straight line, so much of its length to the side is a bend that was drawn. */
const DRAWN_BEND = 1e-6;

const skeletons = new WeakMap<Bend, Skeleton>();

/** The skeleton of a bend; the same for the same bend. */
export function skeletonOf(bend: Bend): Skeleton {
  let skeleton = skeletons.get(bend);
  if (!skeleton) skeletons.set(bend, (skeleton = ordered(bend)));
  return skeleton;
}

function ordered(bend: Bend): Skeleton {
  const points = pointsOf(bend);
  const place = new Map(points.map(({ id }, at) => [id, at]));
  const neighbours = points.map((): number[] => []);
  for (const { from, to } of bend.splints) {
    const [one, other] = [place.get(from)!, place.get(to)!];
    neighbours[one]!.push(other);
    neighbours[other]!.push(one);
  }
  const bones: Bone[] = [];
  const boneTo = points.map(() => -1);
  const seen = new Set<number>();
  const visit = (start: number) => {
    seen.add(start);
    const waiting = [start];
    for (let from = waiting.shift(); from !== undefined; from = waiting.shift()) {
      for (const to of neighbours[from]!) {
        // A splint that closes a circle would be held at both ends: it holds by its points alone.
        if (seen.has(to)) continue;
        seen.add(to);
        boneTo[to] = bones.length;
        bones.push({ from, to, before: boneTo[from]! });
        waiting.push(to);
      }
    }
  };
  const isHeld = ({ kind }: BendPoint) => kind === 'hold' || kind === 'pivot';
  points.forEach((point, at) => isHeld(point) && !seen.has(at) && visit(at));
  // What nothing holds hangs on its first point.
  points.forEach((_, at) => !seen.has(at) && visit(at));
  return { points, bones, boneTo };
}

/**
 * Where a skeleton goes.
 *
 * @param turnOf how far a bone is turned against the one before it
 * @param targets where points are brought that are dragged, or stay on the stage
 */
export function posedSkeleton(
  skeleton: Skeleton,
  turnOf: (bone: number) => Turn,
  targets: ReadonlyMap<number, Point>,
): SkeletonPose {
  const { points, bones } = skeleton;
  const at: Point[] = points.map(({ x, y }) => ({ x, y }));
  const turns: Turn[] = bones.map(() => NO_TURN);
  // A bone that is brought somewhere is not turned by those before it.
  const fixed = new Set<number>();
  const spread = () => {
    bones.forEach(({ from, to, before }, bone) => {
      if (fixed.has(bone)) return;
      const own = turnOf(bone);
      const turn = before < 0 ? own : joined(turns[before]!, own);
      turns[bone] = turn;
      const along = turned(turn, difference(points[from]!, points[to]!));
      at[to] = { x: at[from]!.x + along.x, y: at[from]!.y + along.y };
    });
  };
  spread();
  for (const [end, target] of targets) {
    const path = pathTo(skeleton, end, fixed);
    const chain = path.map((bone) => bones[bone]!);
    const root = chain[0]?.from ?? end;
    const joint = chain.length === 2 ? points[chain[0]!.to]! : null;
    const reached = reaching(
      {
        lengths: chain.map(({ from, to }) => lengthOf(difference(points[from]!, points[to]!))),
        points: [root, ...chain.map(({ to }) => to)].map((point) => at[point]!),
        drawn: lengthOf(difference(points[root]!, points[end]!)),
        side: joint ? sideOf(points[root]!, joint, points[end]!) : 1,
        limits: joint?.limits ?? null,
      },
      target,
    );
    if (chain.length === 0) at[end] = reached[0]!;
    chain.forEach(({ from, to }, link) => {
      at[to] = reached[link + 1]!;
      const drawn = difference(points[from]!, points[to]!);
      turns[path[link]!] = turnFrom(drawn, difference(at[from]!, at[to]!));
      fixed.add(path[link]!);
    });
    spread();
  }
  return { at, turns };
}

/** The bones from where a point is held, or from one that is brought somewhere already, to that point. */
function pathTo({ bones, boneTo, points }: Skeleton, end: number, fixed: ReadonlySet<number>) {
  const path: number[] = [];
  for (let bone = boneTo[end]!; bone >= 0 && !fixed.has(bone); bone = bones[bone]!.before) {
    path.unshift(bone);
    const { kind } = points[bones[bone]!.from]!;
    if (kind === 'hold' || kind === 'pivot' || kind === 'plant') break;
  }
  return path;
}

/** To which side a limb of two splints bends. */
function sideOf(root: Point, joint: BendPoint, end: Point): number {
  if (joint.side !== 0) return -joint.side;
  const along = difference(root, end);
  const out = difference(root, joint);
  const aside = along.x * out.y - along.y * out.x;
  const length = along.x * along.x + along.y * along.y;
  return Math.abs(aside) < DRAWN_BEND * length ? 1 : Math.sign(aside);
}

export function joined(outer: Turn, inner: Turn): Turn {
  return {
    cosine: outer.cosine * inner.cosine - outer.sine * inner.sine,
    sine: outer.sine * inner.cosine + outer.cosine * inner.sine,
  };
}

export function turned({ cosine, sine }: Turn, { x, y }: Point): Point {
  return { x: cosine * x - sine * y, y: sine * x + cosine * y };
}

/** The turn that brings one line into another, with its stretch. */
function turnFrom(before: Point, after: Point): Turn {
  const square = before.x * before.x + before.y * before.y;
  if (square < 1e-12) return NO_TURN;
  return {
    cosine: (before.x * after.x + before.y * after.y) / square,
    sine: (before.x * after.y - before.y * after.x) / square,
  };
}

function difference(from: Point, to: Point): Point {
  return { x: to.x - from.x, y: to.y - from.y };
}

function lengthOf({ x, y }: Point): number {
  return Math.sqrt(x * x + y * y);
}
