import { createHash } from 'node:crypto';
import { mkdtemp, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { characterFromArtwork } from '@cruvo/core/character';
import { readArtwork } from '@cruvo/media/artwork';
import { characterOra } from '@cruvo/media/characterFile';
import { portraitOf } from '@cruvo/film/characterOut';

/** Pixels for a unit of the template: fine enough to paint on. */
const SCALE = 2;

/** The template to draw on as OpenRaster, from the one in SVG. */
export async function templateOra(svg: Buffer): Promise<Uint8Array> {
  const folder = await mkdtemp(join(tmpdir(), 'cruvo-template-'));
  try {
    const path = join(folder, 'face.svg');
    await writeFile(path, svg);
    const kept = new Map<string, Buffer>();
    const keep = async (bytes: Buffer) => {
      const hash = createHash('sha256').update(bytes).digest('hex');
      kept.set(hash, bytes);
      return hash;
    };
    const read = async (hash: string) => kept.get(hash)!;
    const artwork = await readArtwork([{ path, name: 'face.svg' }], {
      keep,
      report: () => undefined,
    });
    const character = characterFromArtwork('face', artwork);
    const merged = await portraitOf(character, SCALE, 'drawn', read);
    return await characterOra(character, SCALE, merged, read);
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}
