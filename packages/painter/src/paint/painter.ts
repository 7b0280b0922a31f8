import type { Paint, VectorDrawing, VectorShape } from '@cruvo/core/formats';
import { fitInside, multiply, scaling, translation, type Matrix } from '@cruvo/core/geometry';
import type { DrawOperation, Frame } from '@cruvo/core/scene';
import type { Gallery } from './gallery';
import type { GradientHandle, Surface } from './surface';

export interface Size {
  readonly width: number;
  readonly height: number;
}

/** Paints frames onto one surface. Outlines and gradients are made once and kept. */
export class Painter<Image, Outline, Gradient extends GradientHandle> {
  private readonly outlines = new WeakMap<VectorShape, Outline>();
  private readonly gradients = new WeakMap<Exclude<Paint, string>, Gradient>();

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
  paintOperations(
    operations: readonly DrawOperation[],
    gallery: Gallery<Image>,
    view: Matrix,
  ): void {
    for (const { media, matrix, width, height } of operations) {
      const picture = gallery.get(media);
      if (!picture) continue;
      const place = multiply(view, matrix);
      if (picture.kind === 'vector') this.paintVector(picture.drawing, place, { width, height });
      else this.paintImage(picture.image, place, { width, height });
    }
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
    const { context } = this.surface;
    const toBox = multiply(scaling(width / viewBox.width), translation(-viewBox.x, -viewBox.y));
    context.setTransform(...multiply(place, toBox));
    for (const shape of shapes) this.paintShape(shape);
    context.globalAlpha = 1;
  }

  private paintShape(shape: VectorShape): void {
    const { context } = this.surface;
    const outline = this.outlineOf(shape);
    context.globalAlpha = shape.opacity;
    if (shape.fill !== null) {
      context.fillStyle = this.styleOf(shape.fill);
      context.fill(outline, shape.fillRule);
    }
    if (shape.stroke !== null) {
      context.strokeStyle = this.styleOf(shape.stroke.paint);
      context.lineWidth = shape.stroke.width;
      context.lineCap = shape.stroke.cap;
      context.lineJoin = shape.stroke.join;
      context.stroke(outline);
    }
  }

  private outlineOf(shape: VectorShape): Outline {
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
        : context.createRadialGradient(paint.cx, paint.cy, 0, paint.cx, paint.cy, paint.r);
    for (const { offset, color } of paint.stops) gradient.addColorStop(offset, color);
    this.gradients.set(paint, gradient);
    return gradient;
  }
}
