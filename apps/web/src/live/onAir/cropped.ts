import type { Crop } from '@cruvo/core/live';

/** Where the canvas of a whole stage lies in a window that shows a part of it. */
export interface CanvasPlace {
  /** Pixels of the canvas. */
  readonly width: number;
  readonly height: number;
  /** CSS pixels, from the window's upper left corner. */
  readonly left: number;
  readonly top: number;
  readonly cssWidth: number;
  readonly cssHeight: number;
}

const WHOLE: Crop = { x: 0, y: 0, width: 1, height: 1 };

/** Places a stage so that a part of it is as large as it can be, in the middle of a window. */
export function cropped(
  stage: { readonly width: number; readonly height: number },
  crop: Crop | null,
  window: { readonly width: number; readonly height: number; readonly sharpness: number },
): CanvasPlace {
  const part = crop ?? WHOLE;
  const factor = Math.min(
    window.width / (part.width * stage.width),
    window.height / (part.height * stage.height),
  );
  const cssWidth = factor * stage.width;
  const cssHeight = factor * stage.height;
  return {
    ...{ cssWidth, cssHeight },
    width: Math.round(cssWidth * window.sharpness),
    height: Math.round(cssHeight * window.sharpness),
    left: window.width / 2 - (part.x + part.width / 2) * cssWidth,
    top: window.height / 2 - (part.y + part.height / 2) * cssHeight,
  };
}
