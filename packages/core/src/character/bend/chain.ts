import type { Point } from '../../geometry';

/** A line of splints from where it is held to the point that is to reach a target. */
export interface Chain {
  /** Lengths of the splints, from the held end on. */
  readonly lengths: readonly number[];
  /** Where its points are before, the held one first; one more than splints. */
  readonly points: readonly Point[];
  /** How far its ends are apart as drawn. */
  readonly drawn: number;
  /** To which side a chain of two bends: 1 or -1, seen from its held end. */
  readonly side: number;
  /** The least and the greatest angle between the splints of a chain of two, radians; null: any. */
  readonly limits: readonly [least: number, greatest: number] | null;
}

/** Drawn this straight, a chain gives by so much of its length. */
const STRAIGHT = 0.985;
const GIVES = 0.05;
const ROUNDS = 12;
/** Shorter than this there is no direction, units of the artwork. */
const TINY = 1e-9;
/** A chain is never stretched quite straight, so that it stays clear to which side it bends. */
const STRETCHED = 0.9999;

/**
 * Where the points of a chain go so that its last one comes as near to a target as it can: by turning for one splint,
 * by the law of cosines for two, by FABRIK (Aristidou and Lasenby 2011) for more.
 */
export function reaching(chain: Chain, target: Point): readonly Point[] {
  const [root] = chain.points;
  if (chain.lengths.length === 0) return [target];
  if (chain.lengths.length === 1) {
    return [root!, towards(root!, target, chain.lengths[0]!, chain.points[1]!)];
  }
  if (chain.lengths.length > 2) return followed(chain, target);
  return bentAtOne(stretched(chain, target), target);
}

/**
 * A chain of two that is drawn straight gives by a few hundredths of its length before it bends or lets go: the
 * slightest lift of a hip would throw its knee far aside.
 */
function stretched(chain: Chain, target: Point): Chain {
  const [root] = chain.points;
  const whole = chain.lengths[0]! + chain.lengths[1]!;
  if (chain.drawn < STRAIGHT * whole) return chain;
  const away = Math.sqrt((target.x - root!.x) ** 2 + (target.y - root!.y) ** 2);
  const factor = Math.max(1 - GIVES, Math.min(1 + GIVES, away / chain.drawn));
  return { ...chain, lengths: chain.lengths.map((length) => length * factor) };
}

function bentAtOne({ lengths, points, side, limits }: Chain, target: Point): readonly Point[] {
  const [first, second] = lengths as [number, number];
  const [root, , end] = points as [Point, Point, Point];
  const apart = (angle: number) =>
    Math.sqrt(Math.max(0, first * first + second * second - 2 * first * second * Math.cos(angle)));
  const nearest = Math.max(Math.abs(first - second), limits ? apart(limits[0]) : 0) + TINY;
  const farthest = Math.min((first + second) * STRETCHED, limits ? apart(limits[1]) : Infinity);
  const direction = directionTo(root, target) ?? directionTo(root, end) ?? { x: 1, y: 0 };
  const away = Math.sqrt((target.x - root.x) ** 2 + (target.y - root.y) ** 2);
  const reach = Math.max(nearest, Math.min(farthest, away));
  const cosine = Math.max(
    -1,
    Math.min(1, (first * first + reach * reach - second * second) / (2 * first * reach || 1)),
  );
  const sine = side * Math.sqrt(1 - cosine * cosine);
  return [
    root,
    {
      x: root.x + first * (direction.x * cosine - direction.y * sine),
      y: root.y + first * (direction.y * cosine + direction.x * sine),
    },
    { x: root.x + reach * direction.x, y: root.y + reach * direction.y },
  ];
}

function followed({ lengths, points }: Chain, target: Point): readonly Point[] {
  const at = points.map((point) => ({ ...point }));
  const [root] = points;
  const last = at.length - 1;
  const whole = lengths.reduce((sum, length) => sum + length, 0);
  const away = Math.sqrt((target.x - root!.x) ** 2 + (target.y - root!.y) ** 2);
  // Out of reach, it points there.
  if (away >= whole) {
    for (let link = 0; link < last; link++) {
      at[link + 1] = towards(at[link]!, target, lengths[link]!, points[link + 1]!);
    }
    return at;
  }
  for (let round = 0; round < ROUNDS; round++) {
    at[last] = { ...target };
    for (let link = last - 1; link >= 0; link--) {
      at[link] = towards(at[link + 1]!, at[link]!, lengths[link]!, points[link]!);
    }
    at[0] = { ...root! };
    for (let link = 0; link < last; link++) {
      at[link + 1] = towards(at[link]!, at[link + 1]!, lengths[link]!, points[link + 1]!);
    }
  }
  return at;
}

/** The point so far from one in the direction of another. @param otherwise gives the direction where that has none */
function towards(from: Point, to: Point, length: number, otherwise: Point): Point {
  const { x, y } = directionTo(from, to) ?? directionTo(from, otherwise) ?? { x: 1, y: 0 };
  return { x: from.x + length * x, y: from.y + length * y };
}

function directionTo(from: Point, to: Point): Point | null {
  const [x, y] = [to.x - from.x, to.y - from.y];
  const length = Math.sqrt(x * x + y * y);
  return length < TINY ? null : { x: x / length, y: y / length };
}
