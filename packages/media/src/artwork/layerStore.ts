import pLimit from 'p-limit';
import sharp, { type Sharp } from 'sharp';
import type { Drawing } from '@cruvo/core/character';
import { Problem } from '@cruvo/core/problem';

/** Pixels of a page of which a single layer takes so much memory that no second one is decoded beside it. */
const LARGE_PAGE = 20e6;

/**
 * Makes layers one after the other: one is decoded while the one before is packed, and no more than these two are in
 * memory; of a large page only one.
 */
export class LayerPipeline {
  private readonly making: ReturnType<typeof pLimit>;
  private readonly decoding = pLimit(1);

  /** @param page its size in pixels */
  constructor({ width, height }: { readonly width: number; readonly height: number }) {
    this.making = pLimit(width * height > LARGE_PAGE ? 1 : 2);
  }

  make<Decoded extends Pixels, Result>(
    decode: () => Promise<Decoded | null>,
    pack: (pixels: Decoded) => Promise<Result>,
  ): Promise<Result | null> {
    return this.making(async () => {
      const pixels = await this.decoding(decode);
      return pixels && pack(pixels);
    });
  }
}

/** Keeps a picture and gives its content hash. */
export type KeepMedia = (bytes: Buffer, type: 'image/png' | 'image/svg+xml') => Promise<string>;

/** Straight (not premultiplied) RGBA pixels. */
export interface Pixels {
  readonly data: Uint8Array | Uint8ClampedArray;
  readonly width: number;
  readonly height: number;
}

/** The longest side with which a layer is kept, pixels; longer ones are scaled down. */
const LONGEST_SIDE = 8192;

/**
 * Keeps the pixels of a layer as a drawing, without the empty edges around what is on it.
 *
 * @param at where the pixels' left upper corner lies, and how large one is, in units of the artwork
 * @returns null where nothing is on it
 */
export async function keepPixels(
  { data, width, height }: Pixels,
  at: { readonly x: number; readonly y: number; readonly unit: number },
  keep: KeepMedia,
): Promise<Drawing | null> {
  const box = coveredBox(data, width, height);
  if (!box) return null;
  const { left, top, right, bottom } = box;
  const size = { width: right - left, height: bottom - top };
  const raw = { width, height, channels: 4 as const };
  const cut = sharp(data, { raw, limitInputPixels: false }).extract({ left, top, ...size });
  const fitted =
    Math.max(size.width, size.height) > LONGEST_SIDE
      ? cut.resize({ width: LONGEST_SIDE, height: LONGEST_SIDE, fit: 'inside' })
      : cut;
  const png = await fitted.png({ compressionLevel: 4 }).toBuffer();
  return {
    kind: 'raster',
    media: await keep(png, 'image/png'),
    x: at.x + left * at.unit,
    y: at.y + top * at.unit,
    width: size.width * at.unit,
    height: size.height * at.unit,
  };
}

/** The pixels of an encoded picture. @throws Problem where it is damaged */
export const decodedPixels = (bytes: Buffer, name: string): Promise<Pixels> =>
  pixelsOfPicture(sharp(bytes, { failOn: 'truncated', limitInputPixels: false }).rotate(), name);

/** The pixels of a picture that is decoded or painted. @throws Problem where it can't be */
export async function pixelsOfPicture(picture: Sharp, name: string): Promise<Pixels> {
  try {
    const { data, info } = await picture
      .toColourspace('srgb')
      .ensureAlpha()
      .raw()
      .toBuffer({ resolveWithObject: true });
    return { data, width: info.width, height: info.height };
  } catch {
    throw damagedLayer(name);
  }
}

export function damagedLayer(name: string): Problem {
  return new Problem('bad-input', `The layer “${name}” is damaged. Save the file again.`);
}

/** The smallest box around every pixel that is not quite see-through; right and bottom lie outside. */
function coveredBox(data: Pixels['data'], width: number, height: number) {
  const pixels = new Uint32Array(data.buffer, data.byteOffset, width * height);
  // The alpha of a little-endian RGBA pixel is its highest byte.
  const covered = (at: number) => pixels[at]! >>> 24 > 0;
  let [left, top, right, bottom] = [width, -1, 0, 0];
  for (let row = 0; row < height; row++) {
    const from = row * width;
    let first = 0;
    while (first < width && !covered(from + first)) first++;
    if (first === width) continue;
    let last = width - 1;
    while (!covered(from + last)) last--;
    if (top < 0) top = row;
    bottom = row + 1;
    left = Math.min(left, first);
    right = Math.max(right, last + 1);
  }
  return top < 0 ? null : { left, top, right, bottom };
}
