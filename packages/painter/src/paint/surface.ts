/** A gradient under construction. */
export interface GradientHandle {
  addColorStop(offset: number, color: string): void;
}

/**
 * What the painter needs of a Canvas 2D context. The browser's own and the server's both have it, so
 * that one painter serves the stage and the film.
 *
 * `Image` is a decoded picture, `Outline` a Path2D and `Gradient` a gradient of that surface.
 */
export interface PaintContext<Image, Outline, Gradient extends GradientHandle> {
  fillStyle: unknown;
  strokeStyle: unknown;
  globalAlpha: number;
  lineWidth: number;
  lineCap: 'butt' | 'round' | 'square';
  lineJoin: 'miter' | 'round' | 'bevel';
  imageSmoothingEnabled: boolean;
  imageSmoothingQuality: 'low' | 'medium' | 'high';
  setTransform(a: number, b: number, c: number, d: number, e: number, f: number): void;
  fillRect(x: number, y: number, width: number, height: number): void;
  clearRect(x: number, y: number, width: number, height: number): void;
  drawImage(image: Image, x: number, y: number, width: number, height: number): void;
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
}
