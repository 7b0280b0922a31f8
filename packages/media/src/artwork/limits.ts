import { Problem } from '@cruvo/core/problem';
import type { ArchiveLimits } from '../archive';

/** Largest file of artwork, bytes. */
export const LARGEST_ARTWORK = 1_000_000_000;
/** Largest layered SVG, bytes. */
export const LARGEST_SVG = 100_000_000;
export const MOST_LAYERS = 3000;
/** Longest side of a page or a layer, pixels. */
export const LONGEST_PAGE = 30_000;
/** Most pixels of one layer: they are decoded at once. */
const MOST_PIXELS = 120_000_000;
/** Most pixels of all layers of a file together. */
const MOST_PIXELS_IN_ALL = 2_000_000_000;
/** Of archives of pictures. */
export const ARCHIVE_LIMITS: ArchiveLimits = { files: 10_000, unpacked: 1_500_000_000 };

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

/** Counts the pixels of a file's layers before any of them is decoded. */
export class PixelBudget {
  private pixels = 0;

  constructor(private readonly name: string) {}

  /** @throws Problem for a layer, or layers together, with more pixels than a drawing needs */
  add(width: number, height: number, layer: string): void {
    checkSide(width, height, layer);
    if (width * height > MOST_PIXELS) {
      throw new Problem(
        'too-large',
        `“${layer}” is ${width} × ${height} pixels, and a picture can have ${MOST_PIXELS / 1e6} million in all. Scale it down.`,
      );
    }
    this.pixels += width * height;
    if (this.pixels > MOST_PIXELS_IN_ALL) {
      throw new Problem(
        'too-large',
        `The layers of “${this.name}” have more than ${MOST_PIXELS_IN_ALL / 1e9} thousand million pixels together. Scale it down, or cut off what is empty.`,
      );
    }
  }
}
