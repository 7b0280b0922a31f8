import type { Frame } from '@cruvo/core/frame';
import { FrameCanvas, type BrowserImages } from '@cruvo/painter/browser';

/** More pixels than this are not told apart. */
const SHARPEST = 2;

/** Paints frames into a canvas, as many pixels as it is shown with. */
export class CanvasPicture {
  private readonly shown: FrameCanvas;

  constructor(
    private readonly canvas: HTMLCanvasElement,
    private readonly images: BrowserImages,
  ) {
    this.shown = new FrameCanvas(canvas);
  }

  show(frame: Frame): void {
    const { canvas } = this;
    const { clientWidth, clientHeight } = canvas;
    // One that is not laid out has the size that it was given.
    if (clientWidth > 0 && clientHeight > 0) {
      const sharpness = Math.min(SHARPEST, devicePixelRatio);
      const width = Math.round(clientWidth * sharpness);
      const height = Math.round(clientHeight * sharpness);
      if (canvas.width !== width || canvas.height !== height) {
        Object.assign(canvas, { width, height });
      }
    }
    const { width, height } = canvas;
    if (width > 0 && height > 0) this.shown.show(frame, this.images, { width, height });
  }
}
