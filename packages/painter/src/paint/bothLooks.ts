import {
  itemOfDrawing,
  itemsOf,
  partsOfArtwork,
  type Artwork,
  type Drawing,
} from '@cruvo/core/character';
import { IDENTITY, scaling, type Box } from '@cruvo/core/geometry';
import { AT_REST } from '@cruvo/core/pose';
import type { ImageStore } from './images';
import type { Painter } from './painter';

/** Of 255, by which a colour may be off and still look alike: two programs smooth edges differently. */
const ALIKE = 40;

/** The layers of artwork, put together, and its own flat picture, painted at the same size. */
export interface BothLooks {
  readonly width: number;
  readonly height: number;
  /** Pixels in a unit of the artwork. */
  readonly scale: number;
  /** What came in, RGBA row by row, not multiplied by opacity. */
  readonly layers: Uint8ClampedArray<ArrayBuffer>;
  /** The file by itself, likewise. */
  readonly flat: Uint8ClampedArray<ArrayBuffer>;
  /** Places of the pixels that don't look alike on white, in order. */
  readonly off: readonly number[];
}

/** @param side pixels of the longer side */
export function paintBothLooks<Image>(
  painter: Painter<Image>,
  images: ImageStore<Image>,
  artwork: Artwork & { readonly flat: Drawing },
  side: number,
): BothLooks {
  const scale = side / Math.max(artwork.width, artwork.height);
  const width = Math.max(1, Math.round(artwork.width * scale));
  const height = Math.max(1, Math.round(artwork.height * scale));
  const paint = (items: Parameters<typeof painter.paintItems>[0]) =>
    painter.paintItems(items, images, scaling(scale), { width, height });
  const layers = paint(itemsOf(partsOfArtwork(artwork), IDENTITY, AT_REST));
  const flat = paint([itemOfDrawing('flat', artwork.flat, IDENTITY)]);
  return { width, height, scale, layers, flat, off: pixelsOff(layers, flat) };
}

/** Which pixels of two pictures are not alike where they lie on white. */
function pixelsOff(one: Uint8ClampedArray, other: Uint8ClampedArray): number[] {
  const off: number[] = [];
  const onWhite = (picture: Uint8ClampedArray, at: number, channel: number) =>
    255 + ((picture[at + channel]! - 255) * picture[at + 3]!) / 255;
  for (let at = 0; at < one.length; at += 4) {
    for (let channel = 0; channel < 3; channel++) {
      if (Math.abs(onWhite(one, at, channel) - onWhite(other, at, channel)) <= ALIKE) continue;
      off.push(at / 4);
      break;
    }
  }
  return off;
}

/** Whether the middle of a pixel, by its place in a picture, lies in a box of the artwork. */
export function holdsPixel(
  box: Box,
  at: number,
  { width, scale }: Pick<BothLooks, 'width' | 'scale'>,
): boolean {
  const x = ((at % width) + 0.5) / scale;
  const y = (Math.floor(at / width) + 0.5) / scale;
  return x >= box.x && x < box.x + box.width && y >= box.y && y < box.y + box.height;
}
