import type { Frame } from '@cruvo/core/frame';
import { drawOnCanvas, Painter, RetainedPainter, type ImageStore, type Size } from '../paint';

export type BrowserImages = ImageStore<ImageBitmap>;

const drawImage = drawOnCanvas<CanvasImageSource>((size) =>
  contextOf(Object.assign(document.createElement('canvas'), size)),
);

/** Paints pictures that have nothing to do with each other. */
export const browserPainter = new Painter(drawImage);

/** Shows pixels on a canvas of their size. @param pixels RGBA row by row, not multiplied by opacity */
export function showPixels(
  canvas: HTMLCanvasElement,
  pixels: Uint8ClampedArray<ArrayBuffer>,
): void {
  contextOf(canvas).putImageData(new ImageData(pixels, canvas.width, canvas.height), 0, 0);
}

/** Shows frames on a canvas that follow each other. */
export class FrameCanvas {
  private readonly painter = new RetainedPainter(drawImage);
  private readonly context: CanvasRenderingContext2D;

  constructor(canvas: HTMLCanvasElement) {
    this.context = contextOf(canvas);
  }

  /** Shows a frame, fitted and centred in `size` pixels. */
  show(frame: Frame, images: BrowserImages, size: Size): void {
    const changed = this.painter.paintFrame(frame, images, size);
    for (const box of changed) {
      this.painter.plane.withPixels(box, (pixels) => {
        this.context.putImageData(new ImageData(pixels, box.width, box.height), box.x, box.y);
      });
    }
  }
}

function contextOf(canvas: HTMLCanvasElement): CanvasRenderingContext2D {
  const context = canvas.getContext('2d', { willReadFrequently: true });
  if (!context) throw new Error('This browser can’t paint on a canvas.');
  return context;
}
