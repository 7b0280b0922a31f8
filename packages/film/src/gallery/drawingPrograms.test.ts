import { createHash } from 'node:crypto';
import sharp from 'sharp';
import {
  operationsOf,
  partsOfArtwork,
  recognise,
  type Artwork,
  type Character,
} from '@cruvo/core/character';
import { IDENTITY, scaling } from '@cruvo/core/geometry';
import { AT_REST } from '@cruvo/core/motion';
import { readArtwork } from '@cruvo/media/artwork';
import { fixturePath } from '@cruvo/media/testing';
import { loadGallery, nodeSurface } from './nodeGallery';

/** Of 255, by which a channel of a pixel may be off and still be alike: two renderers smooth edges differently. */
const ALIKE = 40;
/** Share of pixels that may be off by more, nearly all of them on edges. */
const OFF = 0.01;
/** Pixels a side to which both pictures are brought. */
const SIDE = 400;

async function come(name: string) {
  const kept = new Map<string, Buffer>();
  const artwork = await readArtwork([{ path: fixturePath(name), name }], {
    keep: async (bytes) => {
      const hash = createHash('sha256').update(bytes).digest('hex');
      kept.set(hash, bytes);
      return hash;
    },
    report: () => undefined,
  });
  return { artwork, read: async (hash: string) => kept.get(hash)! };
}

/** All layers that are seen, painted by Cruvo. */
async function painted(artwork: Artwork, read: (hash: string) => Promise<Buffer>) {
  const { parts, drawings } = partsOfArtwork(artwork);
  const gallery = await loadGallery(Object.values(drawings), read);
  const { canvas, painter } = nodeSurface(Math.ceil(artwork.width), Math.ceil(artwork.height));
  const seen = { parts, drawings } as Character;
  painter.paintOperations(operationsOf(seen, IDENTITY, AT_REST), gallery, scaling(1));
  return canvas.encode('png');
}

/** What is drawn, without the see-through edges, on white, all of one size. */
async function normal(png: Buffer | string): Promise<Buffer> {
  const trimmed = await sharp(png).trim({ background: '#00000000', threshold: 1 }).png().toBuffer();
  return sharp(trimmed)
    .resize({ width: SIDE, height: SIDE, fit: 'fill', kernel: 'cubic' })
    .flatten({ background: '#ffffff' })
    .removeAlpha()
    .raw()
    .toBuffer();
}

async function shareOff(one: Buffer, other: Buffer): Promise<number> {
  let off = 0;
  for (let at = 0; at < one.length; at += 3) {
    const most = Math.max(
      ...[0, 1, 2].map((channel) => Math.abs(one[at + channel]! - other[at + channel]!)),
    );
    if (most > ALIKE) off++;
  }
  return off / (one.length / 3);
}

describe.each([
  ['karbon.svg', 'karbon.png', 25],
  ['magick.psd', 'magick.png', 15],
  ['lazpaint.ora', 'lazpaint.png', 24],
])('%s, written by a drawing program', (file, flat, layers) => {
  it('comes in with every layer by its name', async () => {
    const { artwork } = await come(file);
    const { parts } = partsOfArtwork(artwork);
    expect(artwork.notes).toEqual([]);
    expect(parts).toHaveLength(layers);
    const roles = new Set([...recognise(parts).values()].map(({ role }) => role));
    for (const role of ['head', 'body', 'pupil', 'white', 'brow', 'nose', 'hair', 'ear'] as const) {
      expect(roles).toContain(role);
    }
  });
  it('looks as that program’s own flat picture does', async () => {
    const { artwork, read } = await come(file);
    const ours = await normal(await painted(artwork, read));
    const theirs = await normal(fixturePath(flat));
    expect(await shareOff(ours, theirs)).toBeLessThan(OFF);
  });
  it('is told from a picture in which one layer lies elsewhere', async () => {
    const { artwork, read } = await come(file);
    const shifted = {
      ...artwork,
      layers: artwork.layers.map((layer) =>
        layer.name === 'hair front' && layer.drawing
          ? { ...layer, drawing: { ...layer.drawing, x: layer.drawing.x + artwork.width / 5 } }
          : layer,
      ),
    };
    const ours = await normal(await painted(artwork, read));
    const other = await normal(await painted(shifted, read));
    expect(await shareOff(ours, other)).toBeGreaterThan(OFF);
  });
});
