import type { Frame } from '@cruvo/core/frame';
import { drawOnCanvas, RetainedPainter, type ImageStore } from '@cruvo/painter/paint';

/** More pixels than this are not told apart. */
const SHARPEST = 2;

/** Paints frames into a canvas, as many pixels as it is shown with. */
export class CanvasPicture {
  private readonly painter = new RetainedPainter(
    drawOnCanvas<CanvasImageSource>((size) =>
      contextOf(Object.assign(document.createElement('canvas'), size)),
    ),
  );
  private readonly context: CanvasRenderingContext2D;

  constructor(
    private readonly canvas: HTMLCanvasElement,
    private readonly images: ImageStore<ImageBitmap>,
  ) {
    this.context = contextOf(canvas);
  }

  show(frame: Frame): void {
    const sharpness = Math.min(SHARPEST, devicePixelRatio);
    const { canvas } = this;
    const width = Math.round((canvas.clientWidth || canvas.width) * sharpness);
    const height = Math.round((canvas.clientHeight || canvas.height) * sharpness);
    if (width === 0 || height === 0) return;
    if (canvas.width !== width || canvas.height !== height) {
      if (canvas.clientWidth > 0) Object.assign(canvas, { width, height });
    }
    const size = { width: canvas.width, height: canvas.height };
    for (const box of this.painter.paintFrame(frame, this.images, size)) {
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
