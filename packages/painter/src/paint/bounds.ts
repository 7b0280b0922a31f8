import { paintedBounds, type VectorDrawing } from '@cruvo/core/formats';
import type { FrameItem } from '@cruvo/core/frame';
import {
  grow,
  intersectionOf,
  mappedBox,
  unionOf,
  type Box,
  type Matrix,
} from '@cruvo/core/geometry';
import type { Gallery } from './gallery';

/** The whole pixels of a canvas that items may touch; without area where they touch none. */
export function pixelBoxOf(
  items: readonly FrameItem[],
  gallery: Gallery<unknown>,
  view: Matrix,
  canvas: { readonly width: number; readonly height: number },
): Box {
  const boxes = items.map((item) => mappedBox(view, grow(item.bounds, overhangOf(item, gallery))));
  const covered = unionOf(boxes);
  const whole = { x: 0, y: 0, width: canvas.width, height: canvas.height };
  return covered ? intersectionOf(wholePixels(covered), whole) : { ...whole, width: 0, height: 0 };
}

/** The smallest box of whole pixels around a box, with one more on every side for smoothed edges. */
function wholePixels({ x, y, width, height }: Box): Box {
  const [left, top] = [Math.floor(x) - 1, Math.floor(y) - 1];
  return {
    x: left,
    y: top,
    width: Math.ceil(x + width) + 1 - left,
    height: Math.ceil(y + height) + 1 - top,
  };
}

/** How far an item's drawings reach out of their own boxes, in stage units. */
function overhangOf(item: FrameItem, gallery: Gallery<unknown>): number {
  if (item.kind === 'vector') {
    const picture = gallery.get(item.media);
    if (picture?.kind !== 'vector') return 0;
    const [a, b, c, d] = item.matrix.map(Math.abs) as unknown as Matrix;
    return overhangOfDrawing(picture.drawing) * item.width * Math.max(a + c, b + d);
  }
  if (item.kind !== 'group') return 0;
  const inside = item.mask ? [...item.items, ...item.mask] : item.items;
  return inside.reduce((most, inner) => Math.max(most, overhangOf(inner, gallery)), 0);
}

const overhangs = new WeakMap<VectorDrawing, number>();

/**
 * How far a drawing's shapes reach out of its view box, as a share of that box's width: pointed corners do, and so
 * do pictures that hold more than they show.
 */
export function overhangOfDrawing(drawing: VectorDrawing): number {
  const known = overhangs.get(drawing);
  if (known !== undefined) return known;
  const { viewBox, shapes } = drawing;
  const painted = unionOf([viewBox, ...shapes.map(paintedBounds)])!;
  const most = Math.max(
    viewBox.x - painted.x,
    viewBox.y - painted.y,
    painted.x + painted.width - viewBox.x - viewBox.width,
    painted.y + painted.height - viewBox.y - viewBox.height,
  );
  overhangs.set(drawing, most / viewBox.width);
  return most / viewBox.width;
}
