import type { Mesh } from './mesh';
import { inBandOrder } from './bandOrder';
import { BandedSolver } from './bandedSolver';

/** Vertices that are moved together, rigidly. */
export type HeldVertices = readonly number[];

/** Where held vertices are moved: turned about their rest position, then to another place. */
export interface Hold {
  /** The turn as cosine and sine, with a scale where it is not 1. */
  readonly cosine: number;
  readonly sine: number;
  /** The point that is turned about, at rest, and where it goes. */
  readonly fromX: number;
  readonly fromY: number;
  readonly toX: number;
  readonly toY: number;
}

/** Rounds of fitting rotations and solving for positions. */
const ROUNDS = 2;
/** Weights of edges, as cotangents, are kept above this, so that thin triangles can't turn over. */
const LEAST_WEIGHT = 0.05;
/** How firmly pieces without a common triangle hold together. */
const LINK_WEIGHT = 1;

/**
 * Bends a mesh as rigidly as possible (Sorkine and Alexa 2007), where some of its vertices are held. It starts from
 * the holds’ own movements, blended by harmonic weights, and always makes the same few rounds: the same holds give
 * the same positions, whatever came before.
 */
export class Deformation {
  private readonly count: number;
  /** The place of a vertex among those that are free; -1 for a held one. */
  private readonly unknown: Int32Array;
  private readonly free: Int32Array;
  private readonly solver: BandedSolver | null;
  /** Neighbours of each vertex from `starts[vertex]` on, with the weights of their edges. */
  private readonly starts: Int32Array;
  private readonly neighbours: Int32Array;
  private readonly weights: Float64Array;
  /** How much each vertex belongs to each hold: hold by hold. */
  private readonly shares: Float64Array;
  /** x and y of each free vertex in turn. */
  private readonly right: Float64Array;
  private readonly cosines: Float64Array;
  private readonly sines: Float64Array;

  constructor(
    private readonly mesh: Mesh,
    private readonly holds: readonly HeldVertices[],
  ) {
    const count = mesh.rest.length / 2;
    this.count = count;
    const edges = edgesOf(mesh);
    const held = new Int32Array(count).fill(-1);
    holds.forEach((vertices, hold) => vertices.forEach((vertex) => (held[vertex] = hold)));
    this.free = Int32Array.from(inBandOrder(mesh.rest).filter((vertex) => held[vertex]! < 0));
    this.unknown = new Int32Array(count).fill(-1);
    this.free.forEach((vertex, at) => (this.unknown[vertex] = at));
    [this.starts, this.neighbours, this.weights] = adjacency(count, edges);
    const none = holds.every((vertices) => vertices.length === 0);
    this.solver =
      none || this.free.length === 0
        ? null
        : new BandedSolver(this.free.length, laplacian(edges, this.unknown));
    this.right = new Float64Array(2 * this.free.length);
    this.shares = this.harmonicShares(held);
    this.cosines = new Float64Array(count);
    this.sines = new Float64Array(count);
  }

  /**
   * Where the vertices go: x and y of each, in the units of the mesh.
   *
   * @param moves of the holds, in the order in which they were given
   */
  solve(moves: readonly Hold[]): Float64Array {
    const points = this.blended(moves);
    if (!this.solver) return points;
    for (let round = 0; round < ROUNDS; round++) {
      this.fitRotations(points);
      this.solvePositions(points);
    }
    return points;
  }

  /** How much each vertex belongs to a hold, 0 to 1. */
  sharesOf(hold: number): Float64Array {
    return this.shares.subarray(hold * this.count, (hold + 1) * this.count);
  }

  /** For each hold the harmonic function that is 1 on it and 0 on all others. */
  private harmonicShares(held: Int32Array): Float64Array {
    const { count, free, solver, starts, neighbours, weights, right } = this;
    const shares = new Float64Array(this.holds.length * count);
    this.holds.forEach((vertices, hold) => {
      const own = shares.subarray(hold * count, (hold + 1) * count);
      for (const vertex of vertices) own[vertex] = 1;
      if (!solver) return;
      for (let at = 0; at < free.length; at++) {
        const vertex = free[at]!;
        let sum = 0;
        for (let edge = starts[vertex]!; edge < starts[vertex + 1]!; edge++) {
          if (held[neighbours[edge]!] === hold) sum += weights[edge]!;
        }
        right[2 * at] = sum;
      }
      solver.solve(right);
      for (let at = 0; at < free.length; at++) own[free[at]!] = right[2 * at]!;
    });
    return shares;
  }

  /** The movements of the holds, blended; held vertices are where their holds bring them. */
  private blended(moves: readonly Hold[]): Float64Array {
    const { count, shares, mesh } = this;
    const points = new Float64Array(2 * count);
    if (this.holds.length === 0) points.set(mesh.rest);
    moves.forEach(({ cosine, sine, fromX, fromY, toX, toY }, hold) => {
      const own = hold * count;
      for (let vertex = 0; vertex < count; vertex++) {
        const share = shares[own + vertex]!;
        if (share === 0) continue;
        const x = mesh.rest[2 * vertex]! - fromX;
        const y = mesh.rest[2 * vertex + 1]! - fromY;
        points[2 * vertex]! += share * (toX + cosine * x - sine * y);
        points[2 * vertex + 1]! += share * (toY + sine * x + cosine * y);
      }
    });
    return points;
  }

  /** The rotation of each vertex that brings its edges nearest to where they are. */
  private fitRotations(points: Float64Array): void {
    const { count, starts, neighbours, weights, cosines, sines } = this;
    const { rest } = this.mesh;
    for (let vertex = 0; vertex < count; vertex++) {
      let cosine = 0;
      let sine = 0;
      for (let edge = starts[vertex]!; edge < starts[vertex + 1]!; edge++) {
        const other = neighbours[edge]!;
        const weight = weights[edge]!;
        const x = rest[2 * other]! - rest[2 * vertex]!;
        const y = rest[2 * other + 1]! - rest[2 * vertex + 1]!;
        const nowX = points[2 * other]! - points[2 * vertex]!;
        const nowY = points[2 * other + 1]! - points[2 * vertex + 1]!;
        cosine += weight * (x * nowX + y * nowY);
        sine += weight * (x * nowY - y * nowX);
      }
      const length = Math.sqrt(cosine * cosine + sine * sine);
      cosines[vertex] = length > 1e-12 ? cosine / length : 1;
      sines[vertex] = length > 1e-12 ? sine / length : 0;
    }
  }

  /** The positions that suit the rotations best; held vertices stay. */
  private solvePositions(points: Float64Array): void {
    const { free, unknown, starts, neighbours, weights, cosines, sines, right } = this;
    const { rest } = this.mesh;
    for (let at = 0; at < free.length; at++) {
      const vertex = free[at]!;
      let sumX = 0;
      let sumY = 0;
      for (let edge = starts[vertex]!; edge < starts[vertex + 1]!; edge++) {
        const other = neighbours[edge]!;
        const weight = weights[edge]!;
        const cosine = 0.5 * (cosines[vertex]! + cosines[other]!);
        const sine = 0.5 * (sines[vertex]! + sines[other]!);
        const x = rest[2 * vertex]! - rest[2 * other]!;
        const y = rest[2 * vertex + 1]! - rest[2 * other + 1]!;
        sumX += weight * (cosine * x - sine * y);
        sumY += weight * (sine * x + cosine * y);
        if (unknown[other]! < 0) {
          sumX += weight * points[2 * other]!;
          sumY += weight * points[2 * other + 1]!;
        }
      }
      right[2 * at] = sumX;
      right[2 * at + 1] = sumY;
    }
    this.solver!.solve(right);
    for (let at = 0; at < free.length; at++) {
      points[2 * free[at]!] = right[2 * at]!;
      points[2 * free[at]! + 1] = right[2 * at + 1]!;
    }
  }
}

type Edge = readonly [one: number, other: number, weight: number];

/** The edges of a mesh with the mean of the cotangents of the angles across from them (Pinkall and Polthier 1993). */
function edgesOf({ rest, triangles, links }: Mesh): Edge[] {
  const count = rest.length / 2;
  const weights = new Map<number, number>();
  const add = (one: number, other: number, weight: number) => {
    const key = Math.min(one, other) * count + Math.max(one, other);
    weights.set(key, (weights.get(key) ?? 0) + weight);
  };
  for (let at = 0; at < triangles.length; at += 3) {
    for (let corner = 0; corner < 3; corner++) {
      const [across, one, other] = [0, 1, 2].map((step) => triangles[at + ((corner + step) % 3)]!);
      add(one!, other!, 0.5 * cotangent(rest, across!, one!, other!));
    }
  }
  for (const [one, other] of links) add(one, other, LINK_WEIGHT);
  return [...weights].map(([key, weight]) => [
    Math.floor(key / count),
    key % count,
    Math.max(LEAST_WEIGHT, weight),
  ]);
}

function cotangent(rest: Float64Array, at: number, one: number, other: number): number {
  const [x1, y1] = [rest[2 * one]! - rest[2 * at]!, rest[2 * one + 1]! - rest[2 * at + 1]!];
  const [x2, y2] = [rest[2 * other]! - rest[2 * at]!, rest[2 * other + 1]! - rest[2 * at + 1]!];
  const area = Math.abs(x1 * y2 - y1 * x2);
  return area > 1e-12 ? (x1 * x2 + y1 * y2) / area : 0;
}

function adjacency(
  count: number,
  edges: readonly Edge[],
): [starts: Int32Array, neighbours: Int32Array, weights: Float64Array] {
  const lists = Array.from({ length: count }, (): (readonly [number, number])[] => []);
  for (const [one, other, weight] of edges) {
    lists[one]!.push([other, weight]);
    lists[other]!.push([one, weight]);
  }
  const starts = new Int32Array(count + 1);
  lists.forEach((list, vertex) => (starts[vertex + 1] = starts[vertex]! + list.length));
  const all = lists.flat();
  return [
    starts,
    Int32Array.from(all.map(([neighbour]) => neighbour)),
    Float64Array.from(all.map(([, weight]) => weight)),
  ];
}

/** The lower half of the Laplacian of the free vertices. */
function* laplacian(
  edges: readonly Edge[],
  unknown: Int32Array,
): Generator<readonly [number, number, number]> {
  for (const [one, other, weight] of edges) {
    const [a, b] = [unknown[one]!, unknown[other]!];
    if (a >= 0) yield [a, a, weight];
    if (b >= 0) yield [b, b, weight];
    if (a >= 0 && b >= 0) yield [Math.max(a, b), Math.min(a, b), -weight];
  }
}
