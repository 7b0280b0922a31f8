import type { Point } from '../geometry';
import type { PieceMap } from './islands';
import type { PixelGrid } from './pixelGrid';

/**
 * Makes what lies inside an outline a piece of its own.
 *
 * @param outline in pixels, closed by itself; where it crosses itself, what is enclosed an odd number of times is inside
 * @param number of the new piece
 * @returns whether there was anything inside
 */
export function lassoPiece(
  map: PieceMap,
  { width, height }: PixelGrid,
  outline: readonly Point[],
  number: number,
): boolean {
  let found = false;
  for (let row = 0; row < height; row++) {
    const crossings = crossingsOf(outline, row + 0.5);
    for (let at = 0; at + 1 < crossings.length; at += 2) {
      // A pixel is inside where its middle is.
      const from = Math.max(0, Math.ceil(crossings[at]! - 0.5));
      const to = Math.min(width, Math.ceil(crossings[at + 1]! - 0.5));
      for (let x = from; x < to; x++) {
        if (map[row * width + x] === 0) continue;
        map[row * width + x] = number;
        found = true;
      }
    }
  }
  return found;
}

/** Where an outline crosses a row, from the left. */
function crossingsOf(outline: readonly Point[], y: number): number[] {
  return outline
    .flatMap((from, at) => {
      const to = outline[(at + 1) % outline.length]!;
      if (from.y <= y === to.y <= y) return [];
      return [from.x + ((y - from.y) / (to.y - from.y)) * (to.x - from.x)];
    })
    .sort((a, b) => a - b);
}
