import {
  branchOf,
  partsOf,
  partsOfArtwork,
  pictureOfPart,
  treeOf,
  type Artwork,
  type Part,
} from '@cruvo/core/character';
import type { FrameItem } from '@cruvo/core/frame';
import { scaling, type Box } from '@cruvo/core/geometry';
import { holdsPixel, paintBothLooks, type BothLooks } from './bothLooks';
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
  const { width, height, off } = looks;
  const share = off.length / (width * height);
  if (share <= UNNOTICED) return null;
  const layer = differingLayer(artwork, looks, (items) =>
    painter.paintItems(items, images, scaling(looks.scale), { width, height }),
  );
  return { share, layer, pixels: looks.layers, width, height };
}

type Paint = (items: readonly FrameItem[]) => Uint8ClampedArray;

/** The smallest layer that nearly all that is off lies in; of those in one place the one that is seen there. */
function differingLayer(
  artwork: Artwork,
  { off, width, scale }: BothLooks,
  paint: Paint,
): DifferingLayer | null {
  const drawn = partsOfArtwork(artwork);
  const parts = partsOf(drawn);
  const pictureOf = ({ id }: Part) => pictureOfPart(branchOf(parts, id), drawn.drawings);
  const isAround = (box: Box) => {
    // A background is around everything: it tells nothing.
    if (box.width >= COVERING * artwork.width && box.height >= COVERING * artwork.height) {
      return false;
    }
    const inside = off.filter((at) => holdsPixel(box, at, { width, scale }));
    return inside.length >= WITHIN * off.length;
  };
  const isSeenThere = (items: readonly FrameItem[]) => {
    const pixels = paint(items);
    return off.filter((at) => pixels[4 * at + 3]! > 0).length >= off.length / 2;
  };
  const layerIn = (parent: string | null, names: readonly string[]): DifferingLayer | null => {
    const around = (treeOf(parts).get(parent) ?? []).flatMap((part) => {
      const picture = part.hidden ? null : pictureOf(part);
      return picture && isAround(picture.box) ? [{ part, ...picture }] : [];
    });
    const found = around.findLast(({ items }) => isSeenThere(items)) ?? smallest(around);
    if (!found) return null;
    const { id, name } = found.part;
    const own = [...names, name];
    return layerIn(id, own) ?? { part: id, names: own };
  };
  return layerIn(null, []);
}

function smallest<One extends { readonly box: Box }>(all: readonly One[]): One | undefined {
  return [...all].sort((a, b) => a.box.width * a.box.height - b.box.width * b.box.height)[0];
}
