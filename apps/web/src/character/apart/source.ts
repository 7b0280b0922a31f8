import type { Drawing } from '@cruvo/core/character';
import type { Box } from '@cruvo/core/geometry';
import type { UploadOptions } from '../../api/upload';

/** A piece of a drawing as it can be shown, with a number of its own. */
export interface ShownPiece {
  readonly number: number;
  /** In units of the drawing by itself, from its corner. */
  readonly box: Box;
  readonly picture: ImageBitmap;
}

/** A drawing that was taken apart. */
export interface Apart {
  /** Of the drawing by itself, in its own units: pixels, or units of an SVG. */
  readonly width: number;
  readonly height: number;
  /** Back to front. */
  readonly pieces: readonly ShownPiece[];
  /** Keeps pieces as drawings, those of a group together, in the units above. @throws Problem */
  readonly keep: (
    groups: readonly (readonly number[])[],
    options: UploadOptions,
  ) => Promise<readonly (readonly Drawing[])[]>;
}
