import { grow, intersectionOf, type Box } from '../geometry';
import { fillBehind } from './fillBehind';
import type { PieceMap } from './islands';
import type { PixelGrid } from './pixelGrid';

/** How far around a hole colours are looked at to fill it, pixels. */
const AROUND = 48;

/** What some pieces cover, in pixels; null where there is nothing of them. */
export function boxOfPieces(
  map: PieceMap,
  { width, height }: PixelGrid,
  pieces: ReadonlySet<number>,
): Box | null {
  let [left, top, right, bottom] = [width, height, -1, -1];
  for (let at = 0; at < map.length; at++) {
    if (!pieces.has(map[at]!)) continue;
    const [x, y] = [at % width, Math.floor(at / width)];
    left = Math.min(left, x);
    right = Math.max(right, x);
    top = Math.min(top, y);
    bottom = y;
  }
  return right < 0 ? null : { x: left, y: top, width: right - left + 1, height: bottom - top + 1 };
}

/** The pixels of some pieces alone, within a box of whole pixels. */
export function pixelsOfPieces(
  grid: PixelGrid,
  map: PieceMap,
  pieces: ReadonlySet<number>,
  box: Box,
): PixelGrid {
  const { width, height } = box;
  const data = new Uint8ClampedArray(4 * width * height);
  eachPixel(grid, box, (from, to) => {
    if (pieces.has(map[from]!)) data.set(grid.data.subarray(4 * from, 4 * from + 4), 4 * to);
  });
  return { data, width, height };
}

/**
 * Fills in some pieces what was cut out of them, in the colours around.
 *
 * @param cut the pixels of these pieces, within a box
 * @param before which piece each pixel belonged to before the cuts
 */
export function withCutsFilled(
  cut: PixelGrid,
  grid: PixelGrid,
  maps: { readonly before: PieceMap; readonly after: PieceMap },
  pieces: ReadonlySet<number>,
  box: Box,
): PixelGrid {
  const { before, after } = maps;
  const open = before.map((piece, at) => (pieces.has(piece) && !pieces.has(after[at]!) ? 1 : 0));
  const hole = boxOfPieces(open, grid, new Set([1]));
  if (!hole) return cut;
  const area = intersectionOf(grow(hole, AROUND), box);
  const data = new Uint8ClampedArray(4 * area.width * area.height);
  const missing = new Uint8Array(area.width * area.height);
  const inCut = (to: number) =>
    (area.y - box.y + Math.floor(to / area.width)) * cut.width + area.x - box.x + (to % area.width);
  eachPixel(grid, area, (from, to) => {
    const at = 4 * inCut(to);
    data.set(cut.data.subarray(at, at + 4), 4 * to);
    missing[to] = open[from]!;
  });
  const filled = fillBehind({ data, width: area.width, height: area.height }, missing);
  const whole = cut.data.slice();
  eachPixel(grid, area, (_, to) => {
    whole.set(filled.data.subarray(4 * to, 4 * to + 4), 4 * inCut(to));
  });
  return { ...cut, data: whole };
}

/** Goes through the pixels of a box, with where each is in the grid and in the box. */
function eachPixel(
  { width }: PixelGrid,
  box: Box,
  visit: (inGrid: number, inBox: number) => void,
): void {
  for (let row = 0; row < box.height; row++) {
    for (let column = 0; column < box.width; column++) {
      visit((box.y + row) * width + box.x + column, row * box.width + column);
    }
  }
}
