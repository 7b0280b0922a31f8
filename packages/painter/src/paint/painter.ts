import type { Frame, FrameItem } from '@cruvo/core/frame';
import { fitInside, type Matrix } from '@cruvo/core/geometry';
import { KernelMemory } from '@cruvo/core/kernel';
import { Plane } from '@cruvo/core/raster';
import type { DrawImage, ImageStore, Size } from './images';
import { ItemPainter } from './itemPainter';

/** Paints pictures that have nothing to do with each other. */
export class Painter<Image> {
  private readonly items: ItemPainter<Image>;

  constructor(drawImage: DrawImage<Image>) {
    this.items = new ItemPainter(new KernelMemory(), drawImage, null);
  }

  /**
   * Paints a whole frame, fitted and centred in `size` pixels over its background.
   *
   * @param background overrides the frame's own, #rrggbb; null: see-through
   * @returns RGBA row by row, not multiplied by opacity
   */
  paintFrame(
    frame: Frame,
    images: ImageStore<Image>,
    size: Size,
    background = frame.background,
  ): Uint8ClampedArray<ArrayBuffer> {
    return this.paintItems(frame.items, images, fitInside(frame, size), size, background);
  }

  /**
   * Paints items. Missing pictures are left out.
   *
   * @param view maps stage units to pixels
   * @param size pixels
   * @returns RGBA row by row, not multiplied by opacity
   */
  paintItems(
    items: readonly FrameItem[],
    images: ImageStore<Image>,
    view: Matrix,
    { width, height }: Size,
    background: string | null = null,
  ): Uint8ClampedArray<ArrayBuffer> {
    const plane = new Plane(this.items.memory, width, height);
    plane.fill(plane.box, background);
    this.items.paintItems(plane, items, images, view, plane.box);
    const pixels = plane.read(plane.box);
    plane.giveBack();
    return pixels;
  }
}
