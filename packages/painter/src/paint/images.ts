import type { VectorDrawing } from '@cruvo/core/frame';

/** A picture ready to be painted; `Image` is whatever the surface at hand draws. */
export type Picture<Image> =
  | { readonly kind: 'vector'; readonly drawing: VectorDrawing }
  | { readonly kind: 'raster'; readonly image: Image };

/** The pictures that frames refer to, by content hash. */
export type ImageStore<Image> = ReadonlyMap<string, Picture<Image>>;
