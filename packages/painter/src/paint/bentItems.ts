import type { BentItem, FrameItem } from '@cruvo/core/frame';
import {
  type Box,
  type Matrix,
  intersectionOf,
  mappedBox,
  multiply,
  unionOf,
} from '@cruvo/core/geometry';
import { BentPictures } from './bentPictures';
import { BentVectors } from './bentVectors';
import { boxOfDrawing, wholePixels } from './bounds';
import type { ImageStore } from './images';
import type { GradientHandle, PixelRows, Surface } from './surface';

/** A surface whose pixels are written by ourselves. */
interface PixelLayer<Image, Outline, Gradient extends GradientHandle> extends PixelRows {
  readonly image: Image;
  readonly surface: Surface<Image, Outline, Gradient>;
}

/** Bent items next to each other that are painted together. */
export interface BentRun {
  readonly items: readonly BentItem[];
  /** The whole pixels that they may touch; null where none of them is seen. */
  readonly box: Box | null;
}

/** Sides of layers go by this: canvases copy them whole, so that they must be hardly too large. */
const STEP = 32;
/** So many layers are kept. */
const KEPT = 24;
/** Copying many small boxes takes longer than one that is so many times as large as all of them. */
const WORTH_TOGETHER = 2;

/** Paints what is bent by ourselves, pixel by pixel. */
export class BentItems<Image, Outline, Gradient extends GradientHandle> {
  private readonly pictures: BentPictures<Image, Outline, Gradient>;
  private readonly vectors = new BentVectors();
  /** By their size, the one that was used last at the end. */
  private readonly layers = new Map<string, PixelLayer<Image, Outline, Gradient>>();

  constructor(private readonly surface: Surface<Image, Outline, Gradient>) {
    this.pictures = new BentPictures(surface);
  }

  /**
   * The bent items from a place on that can be painted together.
   *
   * @param region the pixels that are wanted
   */
  runFrom(
    first: number,
    items: readonly FrameItem[],
    images: ImageStore<Image>,
    view: Matrix,
    region: Box,
  ): BentRun {
    const found: BentItem[] = [];
    let box: Box | null = null;
    let area = 0;
    for (let at = first; at < items.length; at++) {
      const item = items[at]!;
      // Pictures replace what lies beneath them, so that each needs a layer of its own.
      if (item.kind !== 'bent' || (found.length > 0 && item.drawn === 'raster')) break;
      const seen = images.has(item.media)
        ? intersectionOf(wholePixels(mappedBox(view, item.bounds)), wholeBox(region))
        : null;
      if (seen && seen.width > 0 && seen.height > 0) {
        const both: Box = box ? unionOf([box, seen])! : seen;
        area += seen.width * seen.height;
        if (box && both.width * both.height > WORTH_TOGETHER * area) break;
        box = both;
      }
      found.push(item);
      if (item.drawn === 'raster') break;
    }
    return { items: found, box };
  }

  /** Paints a run onto an image, whose upper left corner is that of the box. */
  paint({ items, box }: BentRun & { box: Box }, images: ImageStore<Image>, view: Matrix): Image {
    const layer = this.layer(box);
    const first = images.get(items[0]!.media);
    if (first?.kind === 'raster') {
      this.pictures.paint(items[0]!, first.image, multiply(view, items[0]!.matrix), box, layer);
    } else {
      this.vectors.begin(box, layer.stride);
      for (const item of items) {
        const picture = images.get(item.media);
        if (picture?.kind !== 'vector') continue;
        const toBox = boxOfDrawing(picture.drawing, item.width);
        this.vectors.paint(item, picture.drawing, toBox, multiply(view, item.matrix));
      }
      this.vectors.finish(layer);
    }
    layer.surface.context.putImageData(layer.pixels, 0, 0, 0, 0, box.width, box.height);
    return layer.image;
  }

  private layer({ width, height }: Box): PixelLayer<Image, Outline, Gradient> {
    const across = STEP * Math.ceil(width / STEP);
    const down = STEP * Math.ceil(height / STEP);
    const key = `${across} ${down}`;
    let layer = this.layers.get(key);
    if (layer) {
      this.layers.delete(key);
    } else {
      const empty = this.surface.layer(across, down);
      const pixels = empty.surface.context.createImageData(across, down);
      layer = { ...empty, pixels, stride: across };
      if (this.layers.size >= KEPT) this.layers.delete(this.layers.keys().next().value!);
    }
    this.layers.set(key, layer);
    return layer;
  }
}

function wholeBox({ x, y, width, height }: Box): Box {
  const [left, top] = [Math.floor(x), Math.floor(y)];
  return {
    x: left,
    y: top,
    width: Math.ceil(x + width) - left,
    height: Math.ceil(y + height) - top,
  };
}
