import sharp, { type Sharp } from 'sharp';
import type { Drawing } from '@cruvo/core/character';
import type { KeepMedia, Pixels } from './layerStore';

/** Pixels of the longer side of a flat picture: enough to compare with, and to be taken instead of the layers. */
const FLAT_SIDE = 1200;

interface Page {
  readonly width: number;
  readonly height: number;
}

/** Pixels of a flat picture in a unit of the page. */
export const flatScale = ({ width, height }: Page) => FLAT_SIDE / Math.max(width, height);

/** Keeps the flat picture of a page, no larger than it need be; null where nothing is on it. */
export async function keepFlat(
  { data, width, height }: Pixels,
  page: Page,
  keep: KeepMedia,
): Promise<Drawing | null> {
  const raw = { width, height, channels: 4 as const };
  return keepFlatPicture(sharp(data, { raw, limitInputPixels: false }), page, keep);
}

/** The same for an encoded picture. */
export async function keepFlatPicture(
  picture: Sharp,
  page: Page,
  keep: KeepMedia,
): Promise<Drawing | null> {
  const fitted = picture.resize({
    ...{ width: FLAT_SIDE, height: FLAT_SIDE, fit: 'inside', withoutEnlargement: true },
  });
  const png = await fitted.png({ compressionLevel: 4 }).toBuffer();
  const { channels } = await sharp(png).stats();
  // Programs that don't write the flat picture leave it in one colour.
  if (channels.every(({ min, max }) => min === max)) return null;
  return { kind: 'raster', media: await keep(png, 'image/png'), x: 0, y: 0, ...sizeOf(page) };
}

const sizeOf = ({ width, height }: Page): Page => ({ width, height });
