import { contours } from 'd3-contour';
import type { Box, Point } from '../geometry';

/** Closed polygons that bound an area by the even-odd rule: outer edges and holes. */
export type Outline = readonly (readonly Point[])[];

/** Where an outline runs. */
export interface OutlineEdge {
  /** Opacity, 0 to 255, from which on a pixel belongs to a drawing. */
  readonly threshold: number;
  /** Pixels of the picture by which it is moved outwards. */
  readonly margin: 0 | 1;
}

/** About all that is seen, so that smoothed edges lie inside it. */
const AROUND: OutlineEdge = { threshold: 12, margin: 1 };
/** Along the edge of what is seen, where others touch it. */
export const ALONG: OutlineEdge = { threshold: 128, margin: 0 };
/** Holes and specks of fewer pixels than this are passed over. */
const SMALLEST_AREA = 6;
/** Pixels by which a simplified outline may differ from the exact one. */
const TOLERANCE = 0.45;

/**
 * The outline of what a picture shows, with its holes, in the units of a box that it fills.
 *
 * @param alpha opacity of the pixels, 0 to 255, row by row
 * @param box what the picture covers
 */
export function traceOutline(
  alpha: ArrayLike<number>,
  { width, height }: { readonly width: number; readonly height: number },
  box: Box,
  edge: OutlineEdge = AROUND,
): Outline {
  // With an empty border every outline is closed.
  const pad = edge.margin + 1;
  const size = { width: width + 2 * pad, height: height + 2 * pad };
  const grid = dilated(alpha, { width, height }, edge);
  const [traced] = contours().size([size.width, size.height]).thresholds([0.5])(Array.from(grid));
  const toBox = ([x, y]: readonly number[]): Point => ({
    x: box.x + ((x! - pad) * box.width) / width,
    y: box.y + ((y! - pad) * box.height) / height,
  });
  return (traced?.coordinates ?? [])
    .flat()
    .filter((ring) => Math.abs(areaOf(ring)) >= SMALLEST_AREA)
    .map((ring) => simplified(ring.slice(0, -1), TOLERANCE).map(toBox));
}

/** 1 where a pixel or one nearby is seen, else 0. */
function dilated(
  alpha: ArrayLike<number>,
  { width, height }: { readonly width: number; readonly height: number },
  { threshold, margin }: OutlineEdge,
): Uint8Array {
  const pad = margin + 1;
  const stride = width + 2 * pad;
  const grid = new Uint8Array(stride * (height + 2 * pad));
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      if (alpha[y * width + x]! < threshold) continue;
      for (let down = -margin; down <= margin; down++) {
        const row = (y + pad + down) * stride + x + pad;
        grid.fill(1, row - margin, row + margin + 1);
      }
    }
  }
  return grid;
}

function areaOf(ring: readonly (readonly number[])[]): number {
  let area = 0;
  for (let at = 0; at + 1 < ring.length; at++) {
    area += ring[at]![0]! * ring[at + 1]![1]! - ring[at + 1]![0]! * ring[at]![1]!;
  }
  return area / 2;
}

/**
 * A closed line with fewer points (Ramer 1972; Douglas and Peucker 1973).
 *
 * @param tolerance how far those that are left out may lie from it
 */
export function simplified(
  ring: readonly (readonly number[])[],
  tolerance: number,
): readonly (readonly number[])[] {
  const half = Math.floor(ring.length / 2);
  const open = (from: number, to: number): number[] => {
    const [a, b] = [ring[from % ring.length]!, ring[to % ring.length]!];
    let [worst, far] = [-1, tolerance];
    for (let at = from + 1; at < to; at++) {
      const away = distanceToLine(ring[at]!, a, b);
      if (away > far) [worst, far] = [at, away];
    }
    return worst < 0 ? [from] : [...open(from, worst), ...open(worst, to)];
  };
  return [...open(0, half), ...open(half, ring.length)].map((at) => ring[at]!);
}

function distanceToLine(
  [x, y]: readonly number[],
  [x1, y1]: readonly number[],
  [x2, y2]: readonly number[],
): number {
  const [across, down] = [x2! - x1!, y2! - y1!];
  const length = across * across + down * down;
  const along =
    length === 0 ? 0 : Math.max(0, Math.min(1, ((x! - x1!) * across + (y! - y1!) * down) / length));
  return Math.hypot(x! - x1! - along * across, y! - y1! - along * down);
}

/** Whether a point lies inside an outline. */
export function isInside(outline: Outline, { x, y }: Point): boolean {
  let inside = false;
  for (const ring of outline) {
    let before = ring.at(-1)!;
    for (const point of ring) {
      if (point.y > y !== before.y > y) {
        const crossing = before.x + ((y - before.y) * (point.x - before.x)) / (point.y - before.y);
        if (x < crossing) inside = !inside;
      }
      before = point;
    }
  }
  return inside;
}

/** The box around an outline. */
export function outlineBounds(outline: Outline): Box {
  let [left, top, right, bottom] = [Infinity, Infinity, -Infinity, -Infinity];
  for (const { x, y } of outline.flat()) {
    left = Math.min(left, x);
    top = Math.min(top, y);
    right = Math.max(right, x);
    bottom = Math.max(bottom, y);
  }
  return left > right
    ? { x: 0, y: 0, width: 0, height: 0 }
    : { x: left, y: top, width: right - left, height: bottom - top };
}
