/** Straight (not premultiplied) RGBA pixels, row by row. */
export interface PixelGrid {
  readonly data: Uint8ClampedArray;
  readonly width: number;
  readonly height: number;
}
