import sharp from 'sharp';
import { partsOf, partsOfArtwork, recognise } from '@cruvo/core/character';
import { fixturePath } from '@cruvo/media/testing';
import { comeIn, onWhite, painted, shareOff } from '../testing/artworkPictures';

/** Share of pixels that may be off, nearly all of them on edges. */
const OFF = 0.01;
/** Pixels a side to which both pictures are brought. */
const SIDE = 400;

/** What is drawn, without the see-through edges, on white, all of one size. */
async function normal(png: Buffer | string): Promise<Buffer> {
  const trimmed = await sharp(png).trim({ background: '#00000000', threshold: 1 }).png().toBuffer();
  return onWhite(trimmed, SIDE);
}

describe.each([
  ['karbon.svg', 'karbon.png', 25],
  ['magick.psd', 'magick.png', 15],
  ['lazpaint.ora', 'lazpaint.png', 24],
])('%s, written by a drawing program', (file, flat, layers) => {
  it('comes in with every layer by its name', async () => {
    const { artwork } = await comeIn(fixturePath(file), file);
    const parts = partsOf(partsOfArtwork(artwork));
    expect(artwork.notes).toEqual([]);
    expect(parts).toHaveLength(layers);
    const roles = new Set([...recognise(parts).values()].map(({ role }) => role));
    for (const role of ['head', 'body', 'pupil', 'white', 'brow', 'nose', 'hair', 'ear'] as const) {
      expect(roles).toContain(role);
    }
  });
  it('looks as that program’s own flat picture does', async () => {
    const ours = await normal(await painted(await comeIn(fixturePath(file), file)));
    const theirs = await normal(fixturePath(flat));
    expect(shareOff(ours, theirs)).toBeLessThan(OFF);
  });
  it('is told from a picture in which one layer lies elsewhere', async () => {
    const { artwork, read } = await comeIn(fixturePath(file), file);
    const shifted = {
      ...artwork,
      layers: artwork.layers.map((layer) =>
        layer.name === 'hair front' && layer.drawing
          ? { ...layer, drawing: { ...layer.drawing, x: layer.drawing.x + artwork.width / 5 } }
          : layer,
      ),
    };
    const ours = await normal(await painted({ artwork, read }));
    const other = await normal(await painted({ artwork: shifted, read }));
    expect(shareOff(ours, other)).toBeGreaterThan(OFF);
  });
});
