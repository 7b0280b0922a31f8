import {
  type DrawingItem,
  type FrameItem,
  type VectorDrawing,
  paintedBounds,
} from '@cruvo/core/frame';
import {
  type Box,
  type Matrix,
  grow,
  intersectionOf,
  mappedBox,
  multiply,
  scaling,
  translation,
  unionOf,
} from '@cruvo/core/geometry';
import type { ImageStore, Picture } from './images';

/** The whole pixels of a canvas that items may touch; without area where they touch none. */
export function pixelBoxOf(
  items: readonly FrameItem[],
  images: ImageStore<unknown>,
  view: Matrix,
  canvas: { readonly width: number; readonly height: number },
): Box {
  const covered = unionOf(items.map((item) => coveredBox(item, images, view)));
  const whole = { x: 0, y: 0, width: canvas.width, height: canvas.height };
  return covered ? intersectionOf(wholePixels(covered), whole) : { ...whole, width: 0, height: 0 };
}

/** The smallest box of whole pixels around a box, with one more on every side for smoothed edges. */
export function wholePixels({ x, y, width, height }: Box): Box {
  const [left, top] = [Math.floor(x) - 1, Math.floor(y) - 1];
  return {
    x: left,
    y: top,
    width: Math.ceil(x + width) + 1 - left,
    height: Math.ceil(y + height) + 1 - top,
  };
}

/** What a picture paints of a drawing's box, in the units of that box: less than it, or more where it reaches out. */
export function paintedBoxOf(picture: Picture<unknown>, { width, height }: DrawingItem): Box {
  if (picture.kind === 'raster') return { x: 0, y: 0, width, height };
  const { viewBox } = picture.drawing;
  const box = paintedBoxOfDrawing(picture.drawing);
  const scale = width / viewBox.width;
  return {
    x: (box.x - viewBox.x) * scale,
    y: (box.y - viewBox.y) * scale,
    width: box.width * scale,
    height: box.height * scale,
  };
}

/** Maps a vector drawing's own units to a box of a width, whose corner is its origin. */
export function boxOfDrawing({ viewBox }: VectorDrawing, width: number): Matrix {
  return multiply(scaling(width / viewBox.width), translation(-viewBox.x, -viewBox.y));
}

function coveredBox(item: FrameItem, images: ImageStore<unknown>, view: Matrix): Box {
  // What is bent may reach anywhere within its bounds.
  if (item.kind === 'shapes' || item.kind === 'bent' || item.kind === 'particles') {
    return mappedBox(view, item.bounds);
  }
  if (item.kind === 'group') {
    return mappedBox(view, grow(item.bounds, overhangOf(item, images)));
  }
  const picture = images.get(item.media);
  return picture
    ? mappedBox(multiply(view, item.matrix), paintedBoxOf(picture, item))
    : mappedBox(view, item.bounds);
}

/** How far an item’s drawings reach out of its bounds at most, in stage units. */
function overhangOf(item: FrameItem, images: ImageStore<unknown>): number {
  if (item.kind === 'shapes' || item.kind === 'bent' || item.kind === 'particles') return 0;
  if (item.kind === 'group') {
    const inside = item.mask ? [...item.items, ...item.mask] : item.items;
    return inside.reduce((most, inner) => Math.max(most, overhangOf(inner, images)), 0);
  }
  const picture = images.get(item.media);
  if (!picture) return 0;
  const painted = mappedBox(item.matrix, paintedBoxOf(picture, item));
  const { x, y, width, height } = item.bounds;
  return Math.max(
    0,
    x - painted.x,
    y - painted.y,
    painted.x + painted.width - x - width,
    painted.y + painted.height - y - height,
  );
}

const paintedBoxes = new WeakMap<VectorDrawing, Box>();

/** What a drawing's shapes paint, in its own units: pointed corners may reach out of its view box. */
function paintedBoxOfDrawing(drawing: VectorDrawing): Box {
  const known = paintedBoxes.get(drawing);
  if (known) return known;
  const { x, y } = drawing.viewBox;
  const box = unionOf(drawing.shapes.map(paintedBounds)) ?? { x, y, width: 0, height: 0 };
  paintedBoxes.set(drawing, box);
  return box;
}
