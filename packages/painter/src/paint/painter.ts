import {
  type BentItem,
  type DrawingItem,
  type Frame,
  type FrameItem,
  type GroupItem,
  type Paint,
  type PaintTransform,
  type VectorDrawing,
  type VectorShape,
} from '@cruvo/core/frame';
import {
  type Box,
  IDENTITY,
  type Matrix,
  fitInside,
  intersectionOf,
  multiply,
  translation,
} from '@cruvo/core/geometry';
import { BentItems, type BentRun } from './bentItems';
import { boxOfDrawing, paintedBoxOf, pixelBoxOf } from './bounds';
import type { ImageStore, Picture } from './images';
import type { Sprites } from './sprites';
import type { GradientHandle, Surface } from './surface';

export interface Size {
  readonly width: number;
  readonly height: number;
}

/** What painters of surfaces of one kind share: outlines and gradients are made once. */
export interface PaintResources<Image, Outline, Gradient extends GradientHandle> {
  readonly outlines: WeakMap<VectorShape | PaintTransform, Outline>;
  readonly gradients: WeakMap<Exclude<Paint, string>, Gradient>;
  readonly bentItems: BentItems<Image, Outline, Gradient>;
  /** Null: every drawing is painted anew. */
  readonly sprites: Sprites<Image, Outline, Gradient> | null;
}

export function paintResources<Image, Outline, Gradient extends GradientHandle>(
  surface: Surface<Image, Outline, Gradient>,
  sprites: Sprites<Image, Outline, Gradient> | null,
): PaintResources<Image, Outline, Gradient> {
  return {
    outlines: new WeakMap(),
    gradients: new WeakMap(),
    bentItems: new BentItems(surface),
    sprites,
  };
}

/** A surface on which what belongs together is painted first. */
interface Layer<Image, Outline, Gradient extends GradientHandle> {
  readonly image: Image;
  readonly painter: Painter<Image, Outline, Gradient>;
}

const SMALLEST_LAYER = 32;
/** Paints items onto one surface. */
export class Painter<Image, Outline, Gradient extends GradientHandle> {
  /** Whether the surface stands as copying needs it: setting it up takes as long as copying. */
  private copying = false;
  private readonly layers = new Map<string, Layer<Image, Outline, Gradient>>();

  constructor(
    private readonly surface: Surface<Image, Outline, Gradient>,
    private readonly resources: PaintResources<Image, Outline, Gradient> = paintResources(
      surface,
      null,
    ),
  ) {}

  /**
   * Paints a whole frame, fitted and centred in `size` pixels over its background.
   *
   * @param background overrides the frame's own, #rrggbb; null: see-through
   */
  paintFrame(
    frame: Frame,
    images: ImageStore<Image>,
    size: Size,
    background = frame.background,
  ): void {
    this.fill({ x: 0, y: 0, ...size }, background);
    this.paintItems(frame.items, images, fitInside(frame, size));
  }

  /**
   * Paints items over what is there. Missing pictures are left out.
   *
   * @param view maps stage units to pixels
   * @param region the pixels that are wanted; others may be left as they are
   */
  paintItems(
    items: readonly FrameItem[],
    images: ImageStore<Image>,
    view: Matrix,
    region: Box = { x: 0, y: 0, ...sizeOf(this.surface.context.canvas) },
  ): void {
    let at = 0;
    while (at < items.length) {
      const item = items[at]!;
      if (item.kind === 'bent') {
        const run = this.resources.bentItems.runFrom(at, items, images, view, region);
        this.paintBent(run, images, view);
        at += run.items.length;
      } else {
        this.paintItem(item, images, view, region);
        at++;
      }
    }
  }

  /** Lets `paint` paint only inside a box of whole pixels. */
  inside({ x, y, width, height }: Box, paint: () => void): void {
    const context = this.contextForPainting();
    context.save();
    context.setTransform(...IDENTITY);
    context.clip(this.surface.outline(`M${x} ${y}h${width}v${height}h${-width}Z`));
    paint();
    context.restore();
    this.copying = false;
  }

  /** Covers a box of whole pixels with a colour, or empties it. */
  fill({ x, y, width, height }: Box, color: string | null): void {
    const context = this.contextForPainting();
    context.setTransform(...IDENTITY);
    context.globalAlpha = 1;
    if (color === null) {
      context.clearRect(x, y, width, height);
    } else {
      context.fillStyle = color;
      context.fillRect(x, y, width, height);
    }
  }

  /** Copies a part of an image, pixel by pixel: from its own corner at (`left`, `top`) on the surface. */
  copy(image: Image, left: number, top: number, { x, y, width, height }: Box): void {
    const context = this.contextForPainting();
    context.setTransform(...IDENTITY);
    context.globalAlpha = 1;
    context.imageSmoothingEnabled = false;
    context.drawImage(image, x - left, y - top, width, height, x, y, width, height);
  }

  /** The context, for whatever sets it up in another way than copying does. */
  private contextForPainting(): Surface<Image, Outline, Gradient>['context'] {
    this.copying = false;
    return this.surface.context;
  }

  private paintItem(
    item: Exclude<FrameItem, BentItem>,
    images: ImageStore<Image>,
    view: Matrix,
    region: Box,
  ): void {
    if (item.kind === 'group') {
      this.paintGroup(item, images, view, region);
      return;
    }
    const place = multiply(view, item.matrix);
    if (item.kind === 'shapes') {
      this.paintShapes(item.shapes, place);
      return;
    }
    const picture = images.get(item.media);
    if (!picture) return;
    this.paintDrawing(item, picture, place);
  }

  /** Copies what was bent onto the surface, pixel by pixel. */
  private paintBent(run: BentRun, images: ImageStore<Image>, view: Matrix): void {
    const { box } = run;
    if (!box) return;
    const image = this.resources.bentItems.paint({ ...run, box }, images, view);
    const context = this.contextForPainting();
    context.setTransform(...IDENTITY);
    context.globalAlpha = 1;
    context.imageSmoothingEnabled = false;
    const { x, y, width, height } = box;
    context.drawImage(image, 0, 0, width, height, x, y, width, height);
  }

  private paintDrawing(item: DrawingItem, picture: Picture<Image>, place: Matrix): void {
    const sprite = this.resources.sprites?.find(
      item,
      place,
      () => paintedBoxOf(picture, item),
      (surface, at) =>
        new Painter(surface, { ...this.resources, sprites: null }).paintPicture(picture, at, item),
    );
    if (sprite) this.copyFrom(sprite.image, sprite.x, sprite.y);
    else this.paintPicture(picture, place, item);
  }

  /** Copies an image, pixel by pixel, to a whole pixel of the surface. */
  private copyFrom(image: Image, x: number, y: number): void {
    const { context } = this.surface;
    if (!this.copying) {
      context.setTransform(...IDENTITY);
      context.globalAlpha = 1;
      context.imageSmoothingEnabled = false;
      this.copying = true;
    }
    context.drawImage(image, x, y);
  }

  private paintPicture(picture: Picture<Image>, place: Matrix, size: Size): void {
    if (picture.kind === 'vector') this.paintVector(picture.drawing, place, size);
    else this.paintImage(picture.image, place, size);
  }

  private paintGroup(group: GroupItem, images: ImageStore<Image>, view: Matrix, region: Box): void {
    const context = this.contextForPainting();
    const { clip, items, opacity, blend, mask } = group;
    context.save();
    if (clip) {
      context.setTransform(...multiply(view, clip.matrix));
      context.clip(this.surface.outline(clip.path));
    }
    if (opacity === 1 && blend === 'normal' && !mask) {
      this.paintItems(items, images, view, region);
    } else {
      this.paintTogether(group, images, view, region);
    }
    context.restore();
    this.copying = false;
  }

  /** Paints a group on a layer of its own, as large as what it covers, and that layer over what is there. */
  private paintTogether(
    group: GroupItem,
    images: ImageStore<Image>,
    view: Matrix,
    region: Box,
  ): void {
    const { context } = this.surface;
    const { items, opacity, blend, mask } = group;
    const box = intersectionOf(pixelBoxOf([group], images, view, context.canvas), region);
    if (box.width === 0 || box.height === 0) return;
    const onLayer = multiply(translation(-box.x, -box.y), view);
    const whole = { ...box, x: 0, y: 0 };
    const layer = this.layer(0, box);
    layer.painter.paintItems(items, images, onLayer, whole);
    if (mask) {
      const stencil = this.layer(1, box);
      stencil.painter.paintItems(mask, images, onLayer, whole);
      layer.painter.keepWithin(stencil.image, box);
    }
    context.setTransform(...IDENTITY);
    context.globalAlpha = opacity;
    context.globalCompositeOperation = blend === 'normal' ? 'source-over' : blend;
    const { x, y, width, height } = box;
    context.drawImage(layer.image, 0, 0, width, height, x, y, width, height);
  }

  private keepWithin(stencil: Image, { width, height }: Size): void {
    const context = this.contextForPainting();
    context.setTransform(...IDENTITY);
    context.globalAlpha = 1;
    context.globalCompositeOperation = 'destination-in';
    context.drawImage(stencil, 0, 0, width, height, 0, 0, width, height);
    context.globalCompositeOperation = 'source-over';
  }

  /**
   * One of the layers that are needed for a group, what is painted and its mask, empty where it is used. Canvases copy
   * all of their pixels when they are painted on after having been painted from, so layers are hardly larger than they
   * have to be.
   */
  private layer(index: 0 | 1, { width, height }: Size): Layer<Image, Outline, Gradient> {
    const size = { width: roomFor(width), height: roomFor(height) };
    const key = `${index} ${size.width} ${size.height}`;
    const known = this.layers.get(key);
    if (known) {
      known.painter.fill({ x: 0, y: 0, width, height }, null);
      return known;
    }
    const { surface, image } = this.surface.layer(size.width, size.height);
    const made = { image, painter: new Painter(surface, this.resources) };
    this.layers.set(key, made);
    return made;
  }

  private paintImage(image: Image, place: Matrix, { width, height }: Size): void {
    const context = this.contextForPainting();
    context.setTransform(...place);
    context.globalAlpha = 1;
    context.imageSmoothingEnabled = true;
    context.imageSmoothingQuality = 'medium';
    context.drawImage(image, 0, 0, width, height);
  }

  private paintVector(drawing: VectorDrawing, place: Matrix, { width }: Size): void {
    this.paintShapes(drawing.shapes, multiply(place, boxOfDrawing(drawing, width)));
  }

  private paintShapes(shapes: readonly VectorShape[], place: Matrix): void {
    const context = this.contextForPainting();
    context.setTransform(...place);
    for (const shape of shapes) this.paintShape(shape, place);
    context.globalAlpha = 1;
  }

  private paintShape(shape: VectorShape, place: Matrix): void {
    const { context } = this.surface;
    const { fill, stroke } = shape;
    context.globalAlpha = shape.opacity;
    if (fill !== null) {
      context.fillStyle = this.styleOf(fill);
      const transform = typeof fill !== 'string' && fill.kind === 'radial' ? fill.transform : null;
      this.within(transform, place, () =>
        context.fill(this.outlineOf(transform ?? shape), shape.fillRule),
      );
    }
    if (stroke !== null) {
      context.strokeStyle = this.styleOf(stroke.paint);
      context.lineWidth = stroke.width;
      context.lineCap = stroke.cap;
      context.lineJoin = stroke.join;
      context.miterLimit = stroke.miterLimit;
      this.within(stroke.transform, place, () =>
        context.stroke(this.outlineOf(stroke.transform ?? shape)),
      );
    }
  }

  /** Paints in units other than those of the drawing, which lies at `place`. */
  private within(transform: PaintTransform | null, place: Matrix, paint: () => void): void {
    if (transform === null) return paint();
    const { context } = this.surface;
    context.setTransform(...multiply(place, transform.matrix));
    paint();
    context.setTransform(...place);
  }

  private outlineOf(shape: VectorShape | PaintTransform): Outline {
    const { outlines } = this.resources;
    const known = outlines.get(shape);
    if (known) return known;
    const outline = this.surface.outline(shape.path);
    outlines.set(shape, outline);
    return outline;
  }

  private styleOf(paint: Paint): string | Gradient {
    if (typeof paint === 'string') return paint;
    const { gradients } = this.resources;
    const known = gradients.get(paint);
    if (known) return known;
    const { context } = this.surface;
    const gradient =
      paint.kind === 'linear'
        ? context.createLinearGradient(paint.x1, paint.y1, paint.x2, paint.y2)
        : context.createRadialGradient(paint.fx, paint.fy, 0, paint.cx, paint.cy, paint.r);
    for (const { offset, color } of paint.stops) gradient.addColorStop(offset, color);
    gradients.set(paint, gradient);
    return gradient;
  }
}

/** A length of a layer in which so many pixels fit: the next power of two. */
const roomFor = (pixels: number) => 2 ** Math.ceil(Math.log2(Math.max(SMALLEST_LAYER, pixels)));

const sizeOf = ({ width, height }: Size): Size => ({ width, height });
