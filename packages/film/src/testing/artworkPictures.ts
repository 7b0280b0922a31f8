import { createHash } from 'node:crypto';
import sharp from 'sharp';
import { type Artwork, type Character, itemsOf, partsOfArtwork } from '@cruvo/core/character';
import { IDENTITY, type Matrix } from '@cruvo/core/geometry';
import { AT_REST } from '@cruvo/core/pose';
import { readArtwork } from '@cruvo/media/artwork';
import { canvasOf, loadImages, nodePainter } from '../images/nodeImages';

/** Of 255, by which a channel of a pixel may be off and still be alike: two renderers smooth edges differently. */
const ALIKE = 40;

export interface CameIn {
  readonly artwork: Artwork;
  readonly read: (hash: string) => Promise<Buffer>;
}

/** A file as it comes in, its pictures kept in memory. */
export async function comeIn(path: string, name: string): Promise<CameIn> {
  const kept = new Map<string, Buffer>();
  const artwork = await readArtwork([{ path, name }], {
    keep: async (bytes) => {
      const hash = createHash('sha256').update(bytes).digest('hex');
      kept.set(hash, bytes);
      return hash;
    },
    report: () => undefined,
  });
  return { artwork, read: async (hash) => kept.get(hash)! };
}

/** All layers that are seen, painted by Cruvo; a PNG as large as the page, or stretched to a size in pixels. */
export async function painted(
  { artwork, read }: CameIn,
  size = { width: Math.ceil(artwork.width), height: Math.ceil(artwork.height) },
): Promise<Buffer> {
  const { parts, drawings } = partsOfArtwork(artwork);
  const images = await loadImages(Object.values(drawings), read);
  const seen = { parts, drawings } as Character;
  const { width, height } = size;
  const onto: Matrix = [width / artwork.width, 0, 0, height / artwork.height, 0, 0];
  const items = itemsOf(seen, IDENTITY, AT_REST);
  return canvasOf(nodePainter.paintItems(items, images, onto, size), size).encode('png');
}

/** Pixels on white, of one size [side * side * 3]. */
export function onWhite(picture: Buffer | string, side: number): Promise<Buffer> {
  return sharp(picture)
    .resize({ width: side, height: side, fit: 'fill', kernel: 'cubic' })
    .flatten({ background: '#ffffff' })
    .removeAlpha()
    .raw()
    .toBuffer();
}

/** Share of pixels that are not alike. */
export function shareOff(one: Buffer, other: Buffer): number {
  let off = 0;
  for (let at = 0; at < one.length; at += 3) {
    const most = Math.max(
      ...[0, 1, 2].map((channel) => Math.abs(one[at + channel]! - other[at + channel]!)),
    );
    if (most > ALIKE) off++;
  }
  return off / (one.length / 3);
}
