import {
  branchOf,
  partsOf,
  partsOfArtwork,
  treeOf,
  type Artwork,
  type Part,
} from '@cruvo/core/character';
import { intersectionOf, unionOf, type Box } from '@cruvo/core/geometry';
import { paintBothLooks } from './bothLooks';
import type { ImageStore } from './images';
import type { Painter } from './painter';

/** Pixels of the longer side of both pictures. */
const SIDE = 400;
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
  /** The smallest layer that nearly all of it lies in; null where it is in many. */
  readonly layer: DifferingLayer | null;
  /** What came in, RGBA row by row, not multiplied by opacity. */
  readonly pixels: Uint8ClampedArray<ArrayBuffer>;
  readonly width: number;
  readonly height: number;
}

/** A layer that looks otherwise than in its file. */
export interface DifferingLayer {
  /** The id that it has as a part. */
  readonly part: string;
  /** Names from the outermost group to it. */
  readonly names: readonly string[];
}

/** Compares the layers of artwork, put together, with its own flat picture; null where they look alike. */
export function compareWithFlat<Image>(
  painter: Painter<Image>,
  images: ImageStore<Image>,
  artwork: Artwork,
): FlatDifference | null {
  const { flat } = artwork;
  if (!flat) return null;
  const looks = paintBothLooks(painter, images, { ...artwork, flat }, SIDE);
  const { width, height, scale, off } = looks;
  const share = off.length / (width * height);
  if (share <= UNNOTICED) return null;
  const points = off.map((at) => ({ x: (at % width) / scale, y: Math.floor(at / width) / scale }));
  return { share, layer: smallestAround(artwork, points), pixels: looks.layers, width, height };
}

interface Pixel {
  readonly x: number;
  readonly y: number;
}

function smallestAround(artwork: Artwork, points: readonly Pixel[]): DifferingLayer | null {
  const drawn = partsOfArtwork(artwork);
  const parts = partsOf(drawn);
  const boxOf = ({ id }: Part): Box | null =>
    unionOf(
      branchOf(parts, id).flatMap(({ drawing }) =>
        drawing === null ? [] : (drawn.drawings[drawing] ?? []),
      ),
    );
  const isAround = (part: Part) => {
    const box = boxOf(part);
    // A background is around everything: it tells nothing.
    if (
      !box ||
      (box.width >= COVERING * artwork.width && box.height >= COVERING * artwork.height)
    ) {
      return false;
    }
    const inside = points.filter(({ x, y }) => {
      const pixel = intersectionOf(box, { x, y, width: 1e-6, height: 1e-6 });
      return pixel.width > 0 && pixel.height > 0;
    });
    return inside.length >= WITHIN * points.length;
  };
  const smallestIn = (parent: string | null, names: readonly string[]): DifferingLayer | null => {
    const part = (treeOf(parts).get(parent) ?? []).find(isAround);
    if (!part) return null;
    const own = [...names, part.name];
    return smallestIn(part.id, own) ?? { part: part.id, names: own };
  };
  return smallestIn(null, []);
}
