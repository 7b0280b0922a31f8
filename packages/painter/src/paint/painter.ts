import type { Paint, Space, VectorDrawing, VectorShape } from '@cruvo/core/formats';
import type { Frame, GroupOperation, Operation } from '@cruvo/core/frame';
import { fitInside, multiply, scaling, translation, type Matrix } from '@cruvo/core/geometry';
import { deviceBounds } from './bounds';
import type { Gallery } from './gallery';
import type { GradientHandle, Surface } from './surface';

export interface Size {
  readonly width: number;
  readonly height: number;
}

/** A surface on which what belongs together is painted first. */
interface Layer<Image, Outline, Gradient extends GradientHandle> extends Size {
  readonly image: Image;
  readonly painter: Painter<Image, Outline, Gradient>;
}

/** Paints frames onto one surface. Outlines and gradients are made once and kept. */
export class Painter<Image, Outline, Gradient extends GradientHandle> {
  private readonly outlines = new WeakMap<VectorShape | Space, Outline>();
  private readonly gradients = new WeakMap<Exclude<Paint, string>, Gradient>();
  private readonly layers: Layer<Image, Outline, Gradient>[] = [];

  constructor(private readonly surface: Surface<Image, Outline, Gradient>) {}

  /**
   * Paints a whole frame, fitted and centred in `size` pixels over its background.
   *
   * @param background overrides the frame's own, #rrggbb
   */
  paintFrame(
    frame: Frame,
    gallery: Gallery<Image>,
    size: Size,
    background = frame.background,
  ): void {
    const { context } = this.surface;
    context.setTransform(1, 0, 0, 1, 0, 0);
    context.globalAlpha = 1;
    context.fillStyle = background;
    context.fillRect(0, 0, size.width, size.height);
    this.paintOperations(frame.operations, gallery, fitInside(frame, size));
  }

  /** Paints operations over what is there. `view` maps their units to pixels. Missing pictures are left out. */
  paintOperations(operations: readonly Operation[], gallery: Gallery<Image>, view: Matrix): void {
    for (const operation of operations) this.paintOperation(operation, gallery, view);
  }

  private paintOperation(operation: Operation, gallery: Gallery<Image>, view: Matrix): void {
    if (operation.kind === 'group') {
      this.paintGroup(operation, gallery, view);
      return;
    }
    const place = multiply(view, operation.matrix);
    if (operation.kind === 'shapes') {
      this.paintShapes(operation.shapes, place);
      return;
    }
    const picture = gallery.get(operation.media);
    if (picture?.kind === 'vector') this.paintVector(picture.drawing, place, operation);
    else if (picture) this.paintImage(picture.image, place, operation);
  }

  private paintGroup(group: GroupOperation, gallery: Gallery<Image>, view: Matrix): void {
    const { context } = this.surface;
    const { outline, operations, opacity, blend, within } = group;
    context.save();
    if (outline) {
      context.setTransform(...multiply(view, outline.matrix));
      context.clip(this.surface.outline(outline.path));
    }
    if (opacity === 1 && blend === 'normal' && !within) {
      this.paintOperations(operations, gallery, view);
    } else {
      this.paintTogether(group, gallery, view);
    }
    context.restore();
  }

  /** Paints a group on a layer of its own, as large as what it covers, and that layer over what is there. */
  private paintTogether(
    { operations, opacity, blend, within }: GroupOperation,
    gallery: Gallery<Image>,
    view: Matrix,
  ): void {
    const { context } = this.surface;
    const box = deviceBounds(operations, view, context.canvas);
    if (box.width === 0 || box.height === 0) return;
    const inside = multiply(translation(-box.x, -box.y), view);
    const layer = this.layer(0, box);
    layer.painter.paintOperations(operations, gallery, inside);
    if (within) {
      const mask = this.layer(1, box);
      mask.painter.paintOperations(within, gallery, inside);
      layer.painter.keepWithin(mask.image, box);
    }
    context.setTransform(1, 0, 0, 1, 0, 0);
    context.globalAlpha = opacity;
    context.globalCompositeOperation = blend === 'normal' ? 'source-over' : blend;
    const { x, y, width, height } = box;
    context.drawImage(layer.image, 0, 0, width, height, x, y, width, height);
  }

  private keepWithin(mask: Image, { width, height }: Size): void {
    const { context } = this.surface;
    context.setTransform(1, 0, 0, 1, 0, 0);
    context.globalAlpha = 1;
    context.globalCompositeOperation = 'destination-in';
    context.drawImage(mask, 0, 0, width, height, 0, 0, width, height);
    context.globalCompositeOperation = 'source-over';
  }

  /** One of the two layers that a group needs, empty where it is used; it grows as it has to. */
  private layer(index: 0 | 1, { width, height }: Size): Layer<Image, Outline, Gradient> {
    const known = this.layers[index];
    if (known && known.width >= width && known.height >= height) {
      known.painter.clear({ width, height });
      return known;
    }
    const size = {
      width: Math.max(width, known?.width ?? 0),
      height: Math.max(height, known?.height ?? 0),
    };
    const { surface, image } = this.surface.layer(size.width, size.height);
    const made = { ...size, image, painter: new Painter(surface) };
    this.layers[index] = made;
    return made;
  }

  private clear({ width, height }: Size): void {
    const { context } = this.surface;
    context.setTransform(1, 0, 0, 1, 0, 0);
    context.clearRect(0, 0, width, height);
  }

  private paintImage(image: Image, place: Matrix, { width, height }: Size): void {
    const { context } = this.surface;
    context.setTransform(...place);
    context.globalAlpha = 1;
    context.imageSmoothingEnabled = true;
    context.imageSmoothingQuality = 'medium';
    context.drawImage(image, 0, 0, width, height);
  }

  private paintVector({ viewBox, shapes }: VectorDrawing, place: Matrix, { width }: Size): void {
    const toBox = multiply(scaling(width / viewBox.width), translation(-viewBox.x, -viewBox.y));
    this.paintShapes(shapes, multiply(place, toBox));
  }

  private paintShapes(shapes: readonly VectorShape[], place: Matrix): void {
    const { context } = this.surface;
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
      const space = typeof fill !== 'string' && fill.kind === 'radial' ? fill.space : null;
      this.within(space, place, () => context.fill(this.outlineOf(space ?? shape), shape.fillRule));
    }
    if (stroke !== null) {
      context.strokeStyle = this.styleOf(stroke.paint);
      context.lineWidth = stroke.width;
      context.lineCap = stroke.cap;
      context.lineJoin = stroke.join;
      context.miterLimit = stroke.miterLimit;
      this.within(stroke.space, place, () => context.stroke(this.outlineOf(stroke.space ?? shape)));
    }
  }

  /** Paints in units other than those of the drawing, which lies at `place`. */
  private within(space: Space | null, place: Matrix, paint: () => void): void {
    if (space === null) return paint();
    const { context } = this.surface;
    context.setTransform(...multiply(place, space.matrix));
    paint();
    context.setTransform(...place);
  }

  private outlineOf(shape: VectorShape | Space): Outline {
    const known = this.outlines.get(shape);
    if (known) return known;
    const outline = this.surface.outline(shape.path);
    this.outlines.set(shape, outline);
    return outline;
  }

  private styleOf(paint: Paint): string | Gradient {
    if (typeof paint === 'string') return paint;
    const known = this.gradients.get(paint);
    if (known) return known;
    const { context } = this.surface;
    const gradient =
      paint.kind === 'linear'
        ? context.createLinearGradient(paint.x1, paint.y1, paint.x2, paint.y2)
        : context.createRadialGradient(paint.fx, paint.fy, 0, paint.cx, paint.cy, paint.r);
    for (const { offset, color } of paint.stops) gradient.addColorStop(offset, color);
    this.gradients.set(paint, gradient);
    return gradient;
  }
}
