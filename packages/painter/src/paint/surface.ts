/** A gradient under construction. */
export interface GradientHandle {
  addColorStop(offset: number, color: string): void;
}

/** Pixels as they are read and written: red, green, blue and opacity, 0 to 255, not multiplied. */
export interface PixelData {
  readonly data: Uint8ClampedArray;
}

/** Pixels that are painted by ourselves: so many to a row. */
export interface PixelRows {
  readonly stride: number;
  readonly pixels: PixelData;
}

/**
 * What the painter needs of a Canvas 2D context. The browser's own and the server's both have it, so
 * that one painter serves the stage and the film.
 *
 * `Image` is a decoded picture, `Outline` a Path2D and `Gradient` a gradient of that surface.
 */
export interface PaintContext<Image, Outline, Gradient extends GradientHandle> {
  /** Pixels. */
  readonly canvas: { readonly width: number; readonly height: number };
  fillStyle: unknown;
  strokeStyle: unknown;
  globalAlpha: number;
  globalCompositeOperation: string;
  lineWidth: number;
  lineCap: 'butt' | 'round' | 'square';
  lineJoin: 'miter' | 'round' | 'bevel';
  miterLimit: number;
  imageSmoothingEnabled: boolean;
  imageSmoothingQuality: 'low' | 'medium' | 'high';
  save(): void;
  restore(): void;
  clip(outline: Outline): void;
  setTransform(a: number, b: number, c: number, d: number, e: number, f: number): void;
  fillRect(x: number, y: number, width: number, height: number): void;
  clearRect(x: number, y: number, width: number, height: number): void;
  drawImage(image: Image, x: number, y: number): void;
  drawImage(image: Image, x: number, y: number, width: number, height: number): void;
  drawImage(
    image: Image,
    fromX: number,
    fromY: number,
    fromWidth: number,
    fromHeight: number,
    x: number,
    y: number,
    width: number,
    height: number,
  ): void;
  createImageData(width: number, height: number): PixelData;
  getImageData(x: number, y: number, width: number, height: number): PixelData;
  putImageData(
    pixels: PixelData,
    x: number,
    y: number,
    fromX: number,
    fromY: number,
    width: number,
    height: number,
  ): void;
  fill(outline: Outline, rule: 'nonzero' | 'evenodd'): void;
  stroke(outline: Outline): void;
  createLinearGradient(x1: number, y1: number, x2: number, y2: number): Gradient;
  createRadialGradient(
    x1: number,
    y1: number,
    r1: number,
    x2: number,
    y2: number,
    r2: number,
  ): Gradient;
}

/** A context together with the way to make outlines for it. */
export interface Surface<Image, Outline, Gradient extends GradientHandle> {
  readonly context: PaintContext<Image, Outline, Gradient>;
  /** Makes an outline from SVG path data. */
  readonly outline: (path: string) => Outline;
  /** Makes an empty, see-through surface and the image of what is painted on it; pixels. */
  readonly layer: (
    width: number,
    height: number,
  ) => { readonly surface: Surface<Image, Outline, Gradient>; readonly image: Image };
}
