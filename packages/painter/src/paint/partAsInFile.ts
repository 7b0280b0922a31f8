import {
  branchOf,
  partsOf,
  partsOfArtwork,
  pictureOfPart,
  type Artwork,
  type Drawing,
} from '@cruvo/core/character';
import { scaling } from '@cruvo/core/geometry';
import { holdsPixel, paintBothLooks } from './bothLooks';
import type { ImageStore } from './images';
import type { Painter } from './painter';

/** Pixels of the page's longer side: as many as a flat picture has. */
const SIDE = 1200;

/** One picture of a layer and all that it holds, as its file shows it. */
export interface PartAsInFile {
  /** RGBA row by row, not multiplied by opacity: of the whole page. */
  readonly pixels: Uint8ClampedArray<ArrayBuffer>;
  readonly width: number;
  readonly height: number;
}

/**
 * A layer as the flat picture of its file shows it. Pixels that look alike are the layer's own, so that what lies in
 * front of it isn't in the picture; only the others are the file's.
 *
 * @param id of the layer as a part of `partsOfArtwork`
 * @returns null where it shows nothing
 */
export function partAsInFile<Image>(
  painter: Painter<Image>,
  images: ImageStore<Image>,
  artwork: Artwork & { readonly flat: Drawing },
  id: string,
): PartAsInFile | null {
  const drawn = partsOfArtwork(artwork);
  const branch = branchOf(partsOf(drawn), id);
  const own = pictureOfPart(branch, drawn.drawings);
  if (!own) return null;
  const { width, height, scale, flat, off } = paintBothLooks(painter, images, artwork, SIDE);
  const pixels = painter.paintItems(own.items, images, scaling(scale), { width, height });
  const take = (at: number) => pixels.set(flat.subarray(4 * at, 4 * at + 4), 4 * at);
  if (branch[0]!.blend !== 'normal') {
    // Its colours are mixed with what lies beneath it: alone they say nothing.
    for (let at = 0; at < width * height; at++) if (pixels[4 * at + 3]! > 0) take(at);
  }
  for (const at of off) if (holdsPixel(own.box, at, { width, scale })) take(at);
  return { pixels, width, height };
}
