import { colord } from 'colord';
import type { LinearGradient, Paint, RadialGradient } from '../frame';
import { inverse, multiply, type Matrix } from '../geometry';
import { instantiateKernel, type Kernel } from '../kernel';

/** Colours of a gradient, from its beginning to its end. */
const COLORS = 256;
const MAP_NUMBERS = 8;
/** Bytes of a pixel, and of a difference of coverage. */
const PIXEL_BYTES = 4;
/** The mean distance of a polygon’s points from the corner of the grid, pixels. */
const FURTHEST = 1e6;
/** Points of a polygon that are written at once. */
const MOST_POINTS = 8192;
/** Bytes of what comes before the grid: colours, the map of a gradient, and points. */
const HEAD_BYTES = 4 * (COLORS + MAP_NUMBERS + 2 * MOST_POINTS);
const [COLORS_AT, MAP_AT, POINTS_AT] = [0, 4 * COLORS, 4 * (COLORS + MAP_NUMBERS)];

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
 * Pixels on which polygons are painted, with smooth edges by how much of each pixel they cover. The same everywhere, and
 * faster than a canvas where every outline is new in every frame.
 */
export class CoverageGrid {
  private kernel: Kernel | null = null;
  /** How many pixels there is room for. */
  private room = 0;
  private width = 0;
  private height = 0;
  private stride = 0;
  /** The part of the grid that was covered since the last painting. */
  private readonly covered = { left: Infinity, top: Infinity, right: -Infinity, bottom: -Infinity };
  private readonly colors = new WeakMap<readonly object[], Uint32Array>();

  /**
   * Begins with see-through pixels.
   *
   * @param stride pixels from a row to the next
   */
  begin(width: number, height: number, stride: number): void {
    [this.width, this.height, this.stride] = [width, height, stride];
    const needed = Math.max(width + 2, stride) * height;
    if (!this.kernel || needed > this.room) {
      this.room = Math.ceil(1.5 * needed);
      this.kernel = instantiateKernel(HEAD_BYTES + 2 * PIXEL_BYTES * this.room);
    } else {
      this.pixels.fill(0);
    }
    this.uncovered();
  }

  /** The pixels, premultiplied RGBA; gone with the next beginning. */
  private get pixels(): Uint32Array {
    return new Uint32Array(this.kernel!.memory.buffer, this.pixelsAt, this.stride * this.height);
  }

  /** Differences of coverage stand before them, all zero between two paintings. */
  private get pixelsAt(): number {
    return HEAD_BYTES + PIXEL_BYTES * this.room;
  }

  /**
   * Covers a polygon; nothing where its points are not finite, or further away than any picture reaches.
   *
   * @param points x and y of each in turn
   * @param toPixels from their units to pixels
   */
  cover(points: ArrayLike<number>, [a, b, c, d, e, f]: Matrix): void {
    const { covered, kernel, width, height } = this;
    const count = points.length / 2;
    const to = new Float32Array(kernel!.memory.buffer, POINTS_AT, 2 * MOST_POINTS);
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
      kernel!.cover(POINTS_AT, last - from + 2, HEAD_BYTES, width, height);
    }
    covered.left = left;
    covered.top = top;
    covered.right = right;
    covered.bottom = bottom;
  }

  /** Paints what was covered since the last painting. */
  paint({ paint, toPixels, rule, opacity }: CoveragePaint): void {
    const { covered, kernel, width, height } = this;
    const left = Math.min(width, Math.max(0, Math.floor(covered.left)));
    const right = Math.min(width, Math.max(0, Math.ceil(covered.right)));
    const top = Math.min(height, Math.max(0, Math.floor(covered.top)));
    const bottom = Math.min(height, Math.max(0, Math.ceil(covered.bottom)));
    this.uncovered();
    if (bottom <= top) return;
    const { buffer } = kernel!.memory;
    const colors = new Uint32Array(buffer, COLORS_AT, COLORS);
    if (typeof paint === 'string') {
      colors[0] = colorOf(paint);
    } else {
      colors.set(this.colorsOf(paint));
      new Float32Array(buffer, MAP_AT, MAP_NUMBERS).set(mapOf(paint, toPixels));
    }
    kernel!.paintCovered(
      ...[HEAD_BYTES, width, left, top, right, bottom, this.pixelsAt, this.stride],
      ...[rule === 'evenodd' ? 1 : 0, opacity, COLORS_AT, kindOf(paint), MAP_AT],
    );
  }

  /** Writes the pixels, no longer multiplied by their opacity, row by row of `stride` pixels. */
  finish(to: Uint8ClampedArray): void {
    const count = this.stride * this.height;
    this.kernel!.unpremultiply(this.pixelsAt, count);
    to.set(new Uint8ClampedArray(this.kernel!.memory.buffer, this.pixelsAt, 4 * count));
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

const colors = new Map<string, Uint32Array>();
/** So many colours are kept. */
const KEPT_COLORS = 4096;

function colorOf(css: string): number {
  let known = colors.get(css);
  if (!known) {
    if (colors.size > KEPT_COLORS) colors.clear();
    colors.set(css, (known = Uint32Array.of(mixed(css, css, 0))));
  }
  return known[0]!;
}

/** A colour between two, premultiplied, as pixels hold it. */
function mixed(one: string, other: string, share: number): number {
  const [from, to] = [colord(one).toRgb(), colord(other).toRgb()];
  const at = (a: number, b: number) => a + share * (b - a);
  const alpha = at(from.a, to.a);
  const byte = (a: number, b: number) => Math.round(at(a, b) * alpha);
  return (
    ((Math.round(255 * alpha) << 24) |
      (byte(from.b, to.b) << 16) |
      (byte(from.g, to.g) << 8) |
      byte(from.r, to.r)) >>>
    0
  );
}
