/** Pixels as premultiplied RGBA, eight bits each, in one number of 32 bits, row by row. */
export interface PixelGrid {
  readonly width: number;
  readonly height: number;
  readonly pixels: Uint32Array;
}

/** Fractions of a pixel of the source, as a power of two. */
const FRACTION_BITS = 16;
const ONE = 2 ** FRACTION_BITS;
/** Two colours of a pixel at once, with room between them. */
const PAIR = 0x00ff00ff;

const { imul } = Math;

/**
 * Paints a triangle with a part of a picture, each pixel mixed of the four nearest (bilinear). A pixel belongs to a
 * triangle where its middle lies inside; middles on an edge belong to one of the two triangles at it, so that
 * neighbours leave no seam and paint nothing twice.
 *
 * @param corners places in pixels of the target (x, y) and of the source (u, v); a pixel's middle lies at a half
 */
export function paintTriangle(
  target: PixelGrid,
  source: PixelGrid,
  corners: TriangleCorners,
): void {
  const [x1, y1, u1, v1, x2, y2, u2, v2, x3, y3, u3, v3] = corners;
  const area = (x2 - x1) * (y3 - y1) - (x3 - x1) * (y2 - y1);
  if (area === 0 || !Number.isFinite(area)) return;
  const acrossU = ((u2 - u1) * (y3 - y1) - (u3 - u1) * (y2 - y1)) / area;
  const acrossV = ((v2 - v1) * (y3 - y1) - (v3 - v1) * (y2 - y1)) / area;
  const downU = ((x2 - x1) * (u3 - u1) - (x3 - x1) * (u2 - u1)) / area;
  const downV = ((x2 - x1) * (v3 - v1) - (x3 - x1) * (v2 - v1)) / area;
  const top = Math.min(y1, y2, y3);
  const bottom = Math.max(y1, y2, y3);
  const firstRow = Math.max(0, Math.ceil(top - 0.5));
  const lastRow = Math.min(target.height, Math.ceil(bottom - 0.5)) - 1;
  for (let row = firstRow; row <= lastRow; row++) {
    const middle = row + 0.5;
    let left = Infinity;
    let right = -Infinity;
    // The two edges that the row crosses.
    if (y1 <= middle !== y2 <= middle) {
      const x = x1 + ((middle - y1) / (y2 - y1)) * (x2 - x1);
      if (x < left) left = x;
      if (x > right) right = x;
    }
    if (y2 <= middle !== y3 <= middle) {
      const x = x2 + ((middle - y2) / (y3 - y2)) * (x3 - x2);
      if (x < left) left = x;
      if (x > right) right = x;
    }
    if (y3 <= middle !== y1 <= middle) {
      const x = x3 + ((middle - y3) / (y1 - y3)) * (x1 - x3);
      if (x < left) left = x;
      if (x > right) right = x;
    }
    const first = Math.max(0, Math.ceil(left - 0.5));
    const last = Math.min(target.width, Math.ceil(right - 0.5)) - 1;
    if (last < first) continue;
    const u = u1 + (first + 0.5 - x1) * acrossU + (middle - y1) * downU - 0.5;
    const v = v1 + (first + 0.5 - x1) * acrossV + (middle - y1) * downV - 0.5;
    paintSpan(target, source, row * target.width + first, last - first + 1, u, v, acrossU, acrossV);
  }
}

export type TriangleCorners = readonly [
  ...[x1: number, y1: number, u1: number, v1: number],
  ...[x2: number, y2: number, u2: number, v2: number],
  ...[x3: number, y3: number, u3: number, v3: number],
];

/** Paints pixels next to each other. @param u pixel of the source for the first, its middle at a whole number */
function paintSpan(
  { pixels: to }: PixelGrid,
  { pixels: from, width, height }: PixelGrid,
  start: number,
  count: number,
  u: number,
  v: number,
  acrossU: number,
  acrossV: number,
): void {
  // A span that leaves the source is painted as far as it lies inside.
  const endU = u + (count - 1) * acrossU;
  const endV = v + (count - 1) * acrossV;
  const inside =
    Math.min(u, endU) >= 0 &&
    Math.min(v, endV) >= 0 &&
    Math.max(u, endU) < width - 1 &&
    Math.max(v, endV) < height - 1;
  if (inside) return paintMixed(to, from, width, start, count, u, v, acrossU, acrossV);
  for (let at = 0; at < count; at++) {
    const x = u + at * acrossU;
    const y = v + at * acrossV;
    if (x < 0 || y < 0 || x >= width - 1 || y >= height - 1) continue;
    paintMixed(to, from, width, start + at, 1, x, y, 0, 0);
  }
}

function paintMixed(
  to: Uint32Array,
  from: Uint32Array,
  width: number,
  start: number,
  count: number,
  u: number,
  v: number,
  acrossU: number,
  acrossV: number,
): void {
  let fixedU = Math.round(u * ONE);
  let fixedV = Math.round(v * ONE);
  const stepU = Math.round(acrossU * ONE);
  const stepV = Math.round(acrossV * ONE);
  const end = start + count;
  for (let at = start; at < end; at++) {
    const pixel = imul(fixedV >> FRACTION_BITS, width) + (fixedU >> FRACTION_BITS);
    const a = from[pixel]!;
    const b = from[pixel + 1]!;
    const c = from[pixel + width]!;
    const d = from[pixel + width + 1]!;
    if (a === b && a === c && a === d) {
      to[at] = a;
    } else {
      const right = (fixedU >> 8) & 255;
      const lower = (fixedV >> 8) & 255;
      const left = 256 - right;
      const upper = 256 - lower;
      const topEven = ((imul(a & PAIR, left) + imul(b & PAIR, right)) >>> 8) & PAIR;
      const topOdd = ((imul((a >>> 8) & PAIR, left) + imul((b >>> 8) & PAIR, right)) >>> 8) & PAIR;
      const lowEven = ((imul(c & PAIR, left) + imul(d & PAIR, right)) >>> 8) & PAIR;
      const lowOdd = ((imul((c >>> 8) & PAIR, left) + imul((d >>> 8) & PAIR, right)) >>> 8) & PAIR;
      to[at] =
        (((imul(topEven, upper) + imul(lowEven, lower)) >>> 8) & PAIR) |
        ((imul(topOdd, upper) + imul(lowOdd, lower)) & (PAIR << 8));
    }
    fixedU += stepU;
    fixedV += stepV;
  }
}

/** Colours multiplied by their opacity, in place; the pixels of a canvas are read without. */
export function premultiply({ pixels }: PixelGrid): void {
  for (let at = 0; at < pixels.length; at++) {
    const pixel = pixels[at]!;
    const alpha = pixel >>> 24;
    if (alpha === 255) continue;
    if (alpha === 0) {
      pixels[at] = 0;
      continue;
    }
    // One more than the opacity, so that dividing by 256 keeps what is nearly opaque.
    const factor = alpha + 1;
    pixels[at] =
      ((alpha << 24) |
        ((imul(pixel & PAIR, factor) >>> 8) & PAIR) |
        (imul((pixel >>> 8) & 0xff, factor) & 0xff00)) >>>
      0;
  }
}
