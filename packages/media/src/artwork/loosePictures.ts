import path from 'node:path';
import { type Artwork, type ArtworkLayer, plainLayer } from '@cruvo/core/character';
import { Problem } from '@cruvo/core/problem';
import sharp from 'sharp';
import { checkSvg } from '../picture';
import { decodedPixels, keepPixels, type Pixels } from './layerStore';
import { checkLayerCount, checkSide } from './limits';
import type { Reading } from './reading';

/** A picture of its own among others. */
export interface LoosePicture {
  readonly name: string;
  readonly bytes: Buffer;
}

export const PICTURE_ENDING = /\.(png|jpe?g|webp|svg)$/i;

/**
 * Takes pictures that belong together as layers, in the order of their names (10 after 9). Pictures as large as
 * the largest lie exactly upon it; smaller ones in its middle.
 *
 * @throws Problem when one of them can't be read
 */
export async function readLoosePictures(
  pictures: readonly LoosePicture[],
  reading: Reading,
): Promise<Artwork> {
  checkLayerCount(pictures.length, reading.name);
  const order = new Intl.Collator('en', { numeric: true });
  const sorted = [...pictures].sort((a, b) => order.compare(a.name, b.name));
  const decoded: { name: string; pixels: Pixels }[] = [];
  for (const [at, { name, bytes }] of sorted.entries()) {
    decoded.push({ name: path.parse(name).name, pixels: await pixelsOf(bytes, name) });
    reading.report((at + 0.5) / sorted.length);
  }
  const width = Math.max(...decoded.map(({ pixels }) => pixels.width));
  const height = Math.max(...decoded.map(({ pixels }) => pixels.height));
  const layers: ArtworkLayer[] = [];
  for (const { name, pixels } of decoded) {
    const at = { x: (width - pixels.width) / 2, y: (height - pixels.height) / 2, unit: 1 };
    const drawing = await keepPixels(pixels, at, reading.keep);
    layers.push(plainLayer(name, drawing));
  }
  return { width, height, layers, notes: [] };
}

async function pixelsOf(bytes: Buffer, name: string): Promise<Pixels> {
  if (/^[\s\uFEFF]*</.test(bytes.subarray(0, 512).toString('utf8')))
    checkSvg(bytes.toString('utf8'), name);
  const size = await sharp(bytes, { limitInputPixels: false })
    .metadata()
    .catch(() => null);
  if (!size) {
    throw new Problem(
      'bad-input',
      `“${name}” is not a picture that Cruvo can read. Use PNG, JPEG, WebP or SVG.`,
    );
  }
  checkSide(size.width, size.height, name);
  return decodedPixels(bytes, name);
}
