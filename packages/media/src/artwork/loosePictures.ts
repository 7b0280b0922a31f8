import path from 'node:path';
import { type Artwork, type ArtworkLayer, plainLayer } from '@cruvo/core/character';
import { plainPicture, uprightSize } from '../picture';
import { LayerPipeline, decodedPixels, keepPixels } from './layerStore';
import { PixelBudget, checkLayerCount } from './limits';
import type { Reading } from './reading';

/** A picture of its own among others; its bytes are read when they are needed. */
export interface LoosePicture {
  readonly name: string;
  readonly read: () => Promise<Buffer>;
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
  const { width, height } = await sizeOfLargest(sorted, reading.name);
  const line = new LayerPipeline({ width, height });
  let done = 0;
  const layers = await Promise.all(
    sorted.map(async ({ name, read }): Promise<ArtworkLayer> => {
      const drawing = await line.make(
        async () => decodedPixels(plainPicture(await read(), name), name),
        (pixels) => {
          const at = { x: (width - pixels.width) / 2, y: (height - pixels.height) / 2, unit: 1 };
          return keepPixels(pixels, at, reading.keep);
        },
      );
      reading.report(++done / sorted.length);
      return plainLayer(path.parse(name).name, drawing);
    }),
  );
  return { width, height, layers, notes: [], flat: null };
}

/** The sizes of pictures by their headers, as large as the largest of them is and may be. */
async function sizeOfLargest(pictures: readonly LoosePicture[], file: string) {
  const budget = new PixelBudget(file);
  let [width, height] = [0, 0];
  for (const { name, read } of pictures) {
    const size = await uprightSize(plainPicture(await read(), name), name);
    budget.add(size.width, size.height, name);
    width = Math.max(width, size.width);
    height = Math.max(height, size.height);
  }
  return { width, height };
}
