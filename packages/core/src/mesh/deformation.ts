import { sharedKernel } from '../kernel';
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
const HOLD_BYTES = 6 * 8;
const POINT_BYTES = 2 * 8;
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
  /** All of that for the kernel. */
  private readonly data: Uint8Array;

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
    this.shares = this.harmonicShares(held);
    this.data = this.packed();
  }

  /**
   * Where the vertices go: x and y of each, in the units of the mesh.
   *
   * @param moves of the holds, in the order in which they were given
   */
  solve(moves: readonly Hold[]): Float64Array {
    const { count, data, mesh, solver, holds, weights, free } = this;
    if (holds.length === 0) return mesh.rest.slice();
    const movesAt = data.byteLength;
    const pointsAt = movesAt + HOLD_BYTES * holds.length;
    const scratchAt = pointsAt + POINT_BYTES * count;
    const bytes = scratchAt + POINT_BYTES * (count + free.length);
    const { kernel, isHeld } = sharedKernel(this, bytes);
    const { buffer } = kernel.memory;
    if (!isHeld) new Uint8Array(buffer, 0, data.length).set(data);
    const written = new Float64Array(buffer, movesAt, 6 * holds.length);
    moves.forEach(({ cosine, sine, fromX, fromY, toX, toY }, at) => {
      written.set([cosine, sine, fromX, fromY, toX, toY], 6 * at);
    });
    kernel.deform(
      ...[0, count, weights.length, holds.length, solver ? free.length : 0],
      ...[solver ? solver.stride - 1 : 0, solver ? ROUNDS : 0, movesAt, pointsAt, scratchAt],
    );
    return new Float64Array(buffer, pointsAt, 2 * count).slice();
  }

  /** How much each vertex belongs to a hold, 0 to 1. */
  sharesOf(hold: number): Float64Array {
    return this.shares.subarray(hold * this.count, (hold + 1) * this.count);
  }

  /** For each hold the harmonic function that is 1 on it and 0 on all others. */
  private harmonicShares(held: Int32Array): Float64Array {
    const { count, free, solver, starts, neighbours, weights } = this;
    // x and y in turn, of which the second stays empty.
    const right = new Float64Array(2 * free.length);
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

  /** Bytes of the data in the kernel’s memory, and what stands after them. */
  private packed(): Uint8Array {
    const { mesh, weights, shares, solver, starts, neighbours, free, unknown } = this;
    const parts = [
      ...[mesh.rest, weights, shares, solver?.band ?? new Float64Array(0)],
      ...[starts, neighbours, free, unknown],
    ];
    // What comes after is aligned to whole floats.
    const bytes = parts.reduce((sum, { byteLength }) => sum + byteLength, 0);
    const data = new Uint8Array(8 * Math.ceil(bytes / 8));
    let at = 0;
    for (const { buffer, byteOffset, byteLength } of parts) {
      data.set(new Uint8Array(buffer, byteOffset, byteLength), at);
      at += byteLength;
    }
    return data;
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
