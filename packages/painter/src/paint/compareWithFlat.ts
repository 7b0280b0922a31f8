import {
  itemOfDrawing,
  itemsOf,
  partsOfArtwork,
  type Artwork,
  type ArtworkLayer,
  type Drawing,
} from '@cruvo/core/character';
import { IDENTITY, intersectionOf, scaling, unionOf, type Box } from '@cruvo/core/geometry';
import { AT_REST } from '@cruvo/core/pose';
import type { ImageStore } from './images';
import type { Painter } from './painter';

/** Pixels of the longer side of both pictures. */
const SIDE = 400;
/** Of 255, by which a colour may be off and still look alike: two programs smooth edges differently. */
const ALIKE = 40;
/** Share of the pixels that may be off before somebody is told. */
const UNNOTICED = 0.02;
/** Share of what is off that must lie within a layer for it to be named. */
const WITHIN = 0.8;
/** Share of both sides of a page that a background covers. */
const COVERING = 0.95;

/** How artwork that came in looks otherwise than its file by itself. */
export interface FlatDifference {
  /** Of all pixels, 0 to 1. */
  readonly share: number;
  /** Names from the outermost group to the smallest layer that nearly all of it lies in; null where it is in many. */
  readonly layer: readonly string[] | null;
  /** What came in, RGBA row by row, not multiplied by opacity. */
  readonly pixels: Uint8ClampedArray<ArrayBuffer>;
  readonly width: number;
  readonly height: number;
}

/** Compares the layers of artwork, put together, with its own flat picture; null where they look alike. */
export function compareWithFlat<Image>(
  painter: Painter<Image>,
  images: ImageStore<Image>,
  artwork: Artwork,
): FlatDifference | null {
  if (!artwork.flat) return null;
  const scale = SIDE / Math.max(artwork.width, artwork.height);
  const width = Math.max(1, Math.round(artwork.width * scale));
  const height = Math.max(1, Math.round(artwork.height * scale));
  const paint = (items: Parameters<typeof painter.paintItems>[0], background: string | null) =>
    painter.paintItems(items, images, scaling(scale), { width, height }, background);
  const layers = itemsOf(partsOfArtwork(artwork), IDENTITY, AT_REST);
  const flat = [itemOfDrawing('flat', artwork.flat, IDENTITY)];
  const [ours, theirs] = [paint(layers, '#ffffff'), paint(flat, '#ffffff')];
  const off = pixelsOff(ours, theirs);
  const share = off.length / (width * height);
  if (share <= UNNOTICED) return null;
  const points = off.map((at) => ({ x: (at % width) / scale, y: Math.floor(at / width) / scale }));
  const layer = smallestAround(artwork.layers, points, artwork);
  return { share, layer, pixels: paint(layers, null), width, height };
}

/** Which pixels of two pictures on white are not alike. */
function pixelsOff(one: Uint8ClampedArray, other: Uint8ClampedArray): number[] {
  const off: number[] = [];
  for (let at = 0; at < one.length; at += 4) {
    const differs = [0, 1, 2].some(
      (channel) => Math.abs(one[at + channel]! - other[at + channel]!) > ALIKE,
    );
    if (differs) off.push(at / 4);
  }
  return off;
}

function smallestAround(
  layers: readonly ArtworkLayer[],
  points: readonly { readonly x: number; readonly y: number }[],
  page: { readonly width: number; readonly height: number },
): readonly string[] | null {
  for (const layer of layers) {
    const box = boxOf(layer);
    // A background is around everything: it tells nothing.
    if (!box || (box.width >= COVERING * page.width && box.height >= COVERING * page.height)) {
      continue;
    }
    const inside = points.filter(({ x, y }) => {
      const pixel = intersectionOf(box, { x, y, width: 1e-6, height: 1e-6 });
      return pixel.width > 0 && pixel.height > 0;
    });
    if (inside.length < WITHIN * points.length) continue;
    return [layer.name, ...(smallestAround(layer.layers, points, page) ?? [])];
  }
  return null;
}

function boxOf({ drawing, layers }: ArtworkLayer): Box | null {
  const own: readonly Drawing[] = drawing ? [drawing] : [];
  return unionOf([...own, ...layers.flatMap((layer) => boxOf(layer) ?? [])]);
}
