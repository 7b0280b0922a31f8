import type { VectorDrawing } from '@cruvo/core/frame';
import type { Matrix } from '@cruvo/core/geometry';

/** Pixels, or units of a picture's box. */
export interface Size {
  readonly width: number;
  readonly height: number;
}

/** A picture ready to be painted; `Image` is whatever the browser or the server decodes pictures to. */
export type Picture<Image> =
  | { readonly kind: 'vector'; readonly drawing: VectorDrawing }
  | { readonly kind: 'raster'; readonly image: Image };

/** The pictures that frames refer to, by content hash. */
export type ImageStore<Image> = ReadonlyMap<string, Picture<Image>>;

/**
 * Draws a decoded picture on nothing, smoothed at whatever size.
 *
 * @param box that it fills
 * @param place maps the box to pixels
 * @param wanted how many pixels across and down
 * @returns RGBA row by row, not multiplied by opacity
 */
export type DrawImage<Image> = (
  image: Image,
  box: Size,
  place: Matrix,
  wanted: Size,
) => Uint8ClampedArray;
