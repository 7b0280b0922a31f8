import { Problem } from '@cruvo/core/problem';

/** Largest file of artwork, bytes. */
export const LARGEST_ARTWORK = 1_000_000_000;
export const MOST_LAYERS = 3000;
/** Longest side of a page or a layer, pixels. */
export const LONGEST_PAGE = 30_000;
/** Largest number of bytes that may come out of an archive. */
export const LARGEST_UNPACKED = 2_000_000_000;

/** @throws Problem for artwork with more layers than can be worked with */
export function checkLayerCount(count: number, name: string): void {
  if (count <= MOST_LAYERS) return;
  throw new Problem(
    'too-large',
    `“${name}” has ${count} layers, and a character can have ${MOST_LAYERS}. Merge layers that move together.`,
  );
}

/** @throws Problem for a page or layer that no computer here could paint */
export function checkSide(width: number, height: number, name: string): void {
  if (Math.max(width, height) <= LONGEST_PAGE) return;
  throw new Problem(
    'too-large',
    `“${name}” is ${width} × ${height} pixels, and a side can have up to ${LONGEST_PAGE}. Scale it down.`,
  );
}
