import { expose, transfer } from 'comlink';
import { unionOf, type Box, type Point } from '@cruvo/core/geometry';
import {
  boxOfPieces,
  islandsOf,
  lassoPiece,
  pixelsOfPieces,
  withCutsFilled,
  type PieceMap,
  type PixelGrid,
} from '@cruvo/core/raster';

/** How a picture comes apart. */
export interface Cuts {
  /** Whether its separate islands are pieces. */
  readonly islands: boolean;
  /** Outlines in pixels; what each encloses is a piece of its own. */
  readonly lassos: readonly (readonly Point[])[];
}

/** A piece as it can be shown. */
export interface RasterPiece {
  readonly number: number;
  /** Pixels of the picture. */
  readonly box: Box;
  readonly picture: ImageBitmap;
}

let grid: PixelGrid | null = null;
let islands: PieceMap | null = null;

function mapsFor({ islands: apart, lassos }: Cuts, whole: PixelGrid) {
  islands ??= islandsOf(whole);
  const before = apart ? islands : islands.map((piece) => Math.min(1, piece));
  const after = before.slice();
  const first = before.reduce((most, piece) => Math.max(most, piece), 0) + 1;
  lassos.forEach((outline, at) => lassoPiece(after, whole, outline, first + at));
  return { before, after, count: first - 1 + lassos.length };
}

const imageOf = ({ data, width, height }: PixelGrid) =>
  new ImageData(data as Uint8ClampedArray<ArrayBuffer>, width, height);

const pieces = {
  /** Takes a picture. @returns its size in pixels */
  async open(picture: Blob): Promise<{ width: number; height: number }> {
    const image = await createImageBitmap(picture);
    const { width, height } = image;
    const context = new OffscreenCanvas(width, height).getContext('2d')!;
    context.drawImage(image, 0, 0);
    grid = context.getImageData(0, 0, width, height);
    islands = null;
    return { width, height };
  },

  /** The pieces that a picture comes apart into, back to front. */
  async show(cuts: Cuts): Promise<RasterPiece[]> {
    const whole = grid!;
    const { after, count } = mapsFor(cuts, whole);
    const shown: RasterPiece[] = [];
    for (let number = 1; number <= count; number++) {
      const own = new Set([number]);
      const box = boxOfPieces(after, whole, own);
      if (!box) continue;
      const picture = await createImageBitmap(imageOf(pixelsOfPieces(whole, after, own, box)));
      shown.push({ number, box, picture });
    }
    return transfer(
      shown,
      shown.map(({ picture }) => picture),
    );
  },

  /** Pieces as PNG files, those that stay together as one. @param filled whether what was behind a lasso is painted */
  async cut(
    cuts: Cuts,
    groups: readonly (readonly number[])[],
    filled: boolean,
  ): Promise<{ box: Box; png: Blob }[]> {
    const whole = grid!;
    const maps = mapsFor(cuts, whole);
    const files = [];
    for (const group of groups) {
      const own = new Set(group);
      // What is filled lies where the pieces were before the cuts.
      const box = unionOf(
        [maps.after, ...(filled ? [maps.before] : [])].flatMap(
          (map) => boxOfPieces(map, whole, own) ?? [],
        ),
      );
      if (!box) continue;
      const alone = pixelsOfPieces(whole, maps.after, own, box);
      const pixels = filled ? withCutsFilled(alone, whole, maps, own, box) : alone;
      const canvas = new OffscreenCanvas(box.width, box.height);
      canvas.getContext('2d')!.putImageData(imageOf(pixels), 0, 0);
      files.push({ box, png: await canvas.convertToBlob() });
    }
    return files;
  },
};

export type PiecesWorker = typeof pieces;

expose(pieces);
