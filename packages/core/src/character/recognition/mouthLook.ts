import type { PixelGrid } from '../../raster';

/** How a drawing of a mouth looks, beside other drawings of the same mouth. */
export interface MouthLook {
  /** How far it is open, in the unit of all drawings that it is compared with. */
  readonly open: number;
  /** How wide it is, in the same unit. */
  readonly wide: number;
  /** What is seen in its opening, as shares of it; null where its pixels were not looked at. */
  readonly inside: { readonly teeth: number; readonly tongue: number } | null;
}

/** A pixel with less opacity than this is not covered, of 255. */
const COVERED = 128;
/** Colours that are further apart than this are lips and something else, of 255 in each of red, green and blue. */
const APART = 60;
/** An opening smaller than this share of what is covered is none. */
const LEAST_OPENING = 0.02;
/** A line with no more light than this is the edge of an opening, not a lip. */
const DARK = 0.35;
const TEETH = { light: 0.75, chroma: 45 } as const;
const TONGUE = { red: 110, more: 1.35 } as const;

/**
 * Measures a drawing of a mouth in its pixels. What differs from the colour along its edge, or is enclosed by it, is the
 * opening; what is drawn with a dark line has no lips and is an opening as a whole.
 */
export function mouthLookOf(pixels: PixelGrid): MouthLook {
  const { width, height } = pixels;
  const covered = (at: number) => pixels.data[4 * at + 3]! >= COVERED;
  const count = width * height;
  const all = Array.from({ length: count }, (_, at) => at).filter(covered);
  const columns = all.map((at) => at % width);
  if (all.length === 0) return { open: 0, wide: 0, inside: { teeth: 0, tongue: 0 } };
  const wide = Math.max(...columns) - Math.min(...columns) + 1;
  const outside = reachedFromEdge(pixels, covered);
  const lips = medianColor(
    pixels,
    all.filter((at) => isAtEdge(at, pixels, (other) => outside[other] === 1)),
  );
  // What is drawn with a dark line alone is an opening to its edge.
  const isOpening = (color: Color) => lightOf(lips) < DARK || distance(color, lips) > APART;
  const opening = Array.from({ length: count }, (_, at) => at).filter((at) =>
    covered(at) ? isOpening(colorAt(pixels, at)) : outside[at] === 0,
  );
  if (opening.length < LEAST_OPENING * all.length) {
    return { open: 0, wide, inside: { teeth: 0, tongue: 0 } };
  }
  const own = opening
    .filter(covered)
    .map((at) => colorAt(pixels, at))
    .filter((color) => distance(color, lips) > APART);
  const share = (test: (color: Color) => boolean) => own.filter(test).length / opening.length;
  const inside = { teeth: share(isTooth), tongue: share(isTongue) };
  return { open: thicknessOf(opening, width), wide, inside };
}

/** The most pixels that lie in one column. */
function thicknessOf(places: readonly number[], width: number): number {
  const thickness = new Uint32Array(width);
  for (const at of places) thickness[at % width]!++;
  return Math.max(...thickness);
}

type Color = readonly [red: number, green: number, blue: number];

function colorAt({ data }: PixelGrid, at: number): Color {
  return [data[4 * at]!, data[4 * at + 1]!, data[4 * at + 2]!];
}

const distance = (one: Color, other: Color) =>
  Math.hypot(...one.map((value, at) => value - other[at]!));

const lightOf = ([red, green, blue]: Color) =>
  (0.2126 * red + 0.7152 * green + 0.0722 * blue) / 255;

function isTooth(color: Color): boolean {
  return lightOf(color) > TEETH.light && Math.max(...color) - Math.min(...color) < TEETH.chroma;
}

function isTongue([red, green, blue]: Color): boolean {
  return red > TONGUE.red && red > TONGUE.more * Math.max(green, blue);
}

function medianColor(pixels: PixelGrid, places: readonly number[]): Color {
  const channel = (which: 0 | 1 | 2) => {
    const values = places.map((at) => colorAt(pixels, at)[which]).sort((a, b) => a - b);
    return values[values.length >> 1] ?? 0;
  };
  return [channel(0), channel(1), channel(2)];
}

function neighbours(at: number, { width, height }: PixelGrid): number[] {
  const x = at % width;
  return [
    ...(x > 0 ? [at - 1] : []),
    ...(x < width - 1 ? [at + 1] : []),
    ...(at >= width ? [at - width] : []),
    ...(at < width * (height - 1) ? [at + width] : []),
  ];
}

/** Whether a pixel lies at the edge of the grid or beside one outside. */
function isAtEdge(at: number, grid: PixelGrid, isOutside: (at: number) => boolean): boolean {
  const beside = neighbours(at, grid);
  return beside.length < 4 || beside.some(isOutside);
}

/** 1 for each pixel that is not covered and not enclosed by what is. */
function reachedFromEdge(grid: PixelGrid, covered: (at: number) => boolean): Uint8Array {
  const count = grid.width * grid.height;
  const reached = new Uint8Array(count);
  const waiting = Array.from({ length: count }, (_, at) => at).filter(
    (at) => !covered(at) && neighbours(at, grid).length < 4,
  );
  for (const at of waiting) reached[at] = 1;
  for (let at = waiting.pop(); at !== undefined; at = waiting.pop()) {
    for (const next of neighbours(at, grid)) {
      if (reached[next] || covered(next)) continue;
      reached[next] = 1;
      waiting.push(next);
    }
  }
  return reached;
}
