import type { LinearGradient, Paint, RadialGradient } from '../frame';
import { inverse, multiply, translation, type Box, type Matrix } from '../geometry';
import type { Block, KernelMemory } from '../kernel';
import { colorOf, mixed } from './colors';
import type { Plane } from './plane';

/** Colours of a gradient, from its beginning to its end. */
const COLORS = 256;
const MAP_NUMBERS = 8;
/** Bytes of a difference of coverage. */
const DIFFERENCE_BYTES = 4;
/** The mean distance of a polygon’s points from the corner of the grid, pixels. */
const FURTHEST = 1e6;
/** Points of a polygon that are written at once. */
const MOST_POINTS = 8192;
/** Bytes of colours, the map of a gradient, and points, which lie one after the other. */
const HEAD_BYTES = 4 * (COLORS + MAP_NUMBERS + 2 * MOST_POINTS);
const [MAP_AT, POINTS_AT] = [4 * COLORS, 4 * (COLORS + MAP_NUMBERS)];

/** How what is covered is painted. */
export interface CoveragePaint {
  readonly paint: Paint;
  /** From the units of a gradient to pixels. */
  readonly toPixels: Matrix;
  readonly rule: 'nonzero' | 'evenodd';
  /** 0 to 1. */
  readonly opacity: number;
}

/**
 * Paints polygons onto planes, with smooth edges by how much of each pixel they cover. The same everywhere, and faster
 * than a canvas where every outline is new in every frame.
 */
export class CoverageGrid {
  private head: Block | null = null;
  /** Differences of coverage, all zero between two paintings. */
  private differences: Block | null = null;
  private plane: Plane | null = null;
  private width = 0;
  private height = 0;
  /** The corner of the box, pixels of the plane. */
  private corner = { x: 0, y: 0 };
  /** The part of the grid that was covered since the last painting. */
  private readonly covered = { left: Infinity, top: Infinity, right: -Infinity, bottom: -Infinity };
  private readonly colors = new WeakMap<readonly object[], Uint32Array>();

  /** @param memory in which the planes lie */
  constructor(private readonly memory: KernelMemory) {}

  /** Begins to paint onto a plane, inside a box of its pixels alone. */
  begin(plane: Plane, { x, y, width, height }: Box): void {
    this.plane = plane;
    [this.width, this.height] = [width, height];
    this.corner = { x, y };
    const needed = DIFFERENCE_BYTES * (width + 2) * height;
    if (!this.differences || this.differences.bytes < needed) {
      if (this.differences) this.memory.giveBack(this.differences);
      this.differences = this.memory.take(needed);
      new Uint8Array(this.memory.buffer, this.differences.address, this.differences.bytes).fill(0);
    }
    this.head ??= this.memory.take(HEAD_BYTES);
    this.uncovered();
  }

  /**
   * Covers a polygon; nothing where its points are not finite, or further away than any picture reaches.
   *
   * @param points x and y of each in turn
   * @param toPixels from their units to pixels of the plane
   */
  cover(points: ArrayLike<number>, toPixels: Matrix): void {
    const { covered, corner, memory, width, height } = this;
    const [a, b, c, d] = toPixels;
    const [e, f] = [toPixels[4] - corner.x, toPixels[5] - corner.y];
    const count = points.length / 2;
    const pointsAt = this.head!.address + POINTS_AT;
    const to = new Float32Array(memory.buffer, pointsAt, 2 * MOST_POINTS);
    let { left, top, right, bottom } = covered;
    // A large one in pieces that all begin at its first point: their areas add up to its own.
    for (let from = 1; from < count - 1; from += MOST_POINTS - 2) {
      const last = Math.min(count - 1, from + MOST_POINTS - 2);
      let reach = 0;
      for (let at = from - 1; at <= last; at++) {
        const point = at < from ? 0 : 2 * at;
        const x = a * points[point]! + c * points[point + 1]! + e;
        const y = b * points[point]! + d * points[point + 1]! + f;
        to[2 * (at - from + 1)] = x;
        to[2 * (at - from + 1) + 1] = y;
        if (x < left) left = x;
        if (x > right) right = x;
        if (y < top) top = y;
        if (y > bottom) bottom = y;
        reach += Math.abs(x) + Math.abs(y);
      }
      if (!(reach < FURTHEST * (last - from + 2))) return;
      memory.kernel.cover(...[pointsAt, last - from + 2, this.differences!.address, width, height]);
    }
    covered.left = left;
    covered.top = top;
    covered.right = right;
    covered.bottom = bottom;
  }

  /** Paints what was covered since the last painting. */
  paint({ paint, toPixels, rule, opacity }: CoveragePaint): void {
    const { corner, covered, memory, width, height } = this;
    const left = Math.min(width, Math.max(0, Math.floor(covered.left)));
    const right = Math.min(width, Math.max(0, Math.ceil(covered.right)));
    const top = Math.min(height, Math.max(0, Math.floor(covered.top)));
    const bottom = Math.min(height, Math.max(0, Math.ceil(covered.bottom)));
    this.uncovered();
    if (bottom <= top) return;
    const plane = this.plane!;
    const colorsAt = this.head!.address;
    const colors = new Uint32Array(memory.buffer, colorsAt, COLORS);
    if (typeof paint === 'string') {
      colors[0] = colorOf(paint);
    } else {
      colors.set(this.colorsOf(paint));
      const toGrid: Matrix = multiply(translation(-corner.x, -corner.y), toPixels);
      new Float32Array(memory.buffer, colorsAt + MAP_AT, MAP_NUMBERS).set(mapOf(paint, toGrid));
    }
    memory.kernel.paintCovered(
      ...[this.differences!.address, width, left, top, right, bottom],
      ...[plane.addressOf(corner), plane.width],
      ...[rule === 'evenodd' ? 1 : 0, opacity, colorsAt, kindOf(paint), colorsAt + MAP_AT],
    );
  }

  private uncovered(): void {
    Object.assign(this.covered, {
      left: Infinity,
      top: Infinity,
      right: -Infinity,
      bottom: -Infinity,
    });
  }

  private colorsOf({ stops }: LinearGradient | RadialGradient): Uint32Array {
    const known = this.colors.get(stops);
    if (known) return known;
    const made = Uint32Array.from({ length: COLORS }, (_, at) => {
      const share = at / (COLORS - 1);
      const next = stops.findIndex(({ offset }) => offset >= share);
      const [from, to] = [
        stops[Math.max(0, next - 1)]!,
        stops[next < 0 ? stops.length - 1 : next]!,
      ];
      const length = to.offset - from.offset;
      const between = length > 0 ? Math.min(1, Math.max(0, (share - from.offset) / length)) : 1;
      return mixed(next < 0 ? to.color : from.color, to.color, between);
    });
    this.colors.set(stops, made);
    return made;
  }
}

const kindOf = (paint: Paint) => (typeof paint === 'string' ? 0 : paint.kind === 'linear' ? 1 : 2);

/** From pixels to where colours go along x from 0 to 1, or from the origin to a circle of radius 1. */
function mapOf(paint: LinearGradient | RadialGradient, toPixels: Matrix): number[] {
  if (paint.kind === 'linear') {
    const [x, y] = [paint.x2 - paint.x1, paint.y2 - paint.y1];
    const squared = x * x + y * y || 1e-12;
    const along: Matrix = [
      ...([x / squared, 0, y / squared, 0] as const),
      ...([-(paint.x1 * x + paint.y1 * y) / squared, 0] as const),
    ];
    return [...multiply(along, inverse(toPixels)), 0, 0];
  }
  const scale = 1 / (paint.r || 1e-12);
  const toCircle: Matrix = [scale, 0, 0, scale, -paint.fx * scale, -paint.fy * scale];
  const middle = [(paint.cx - paint.fx) * scale, (paint.cy - paint.fy) * scale];
  return [...multiply(toCircle, inverse(toPixels)), ...middle];
}
