import { readFile, stat } from 'node:fs/promises';
import type { Artwork } from '@cruvo/core/character';
import { Problem } from '@cruvo/core/problem';
import { unpacked } from './archive';
import { LARGEST_ARTWORK } from './limits';
import { PICTURE_ENDING, readLoosePictures, type LoosePicture } from './loosePictures';
import { readOraArtwork } from './oraArtwork';
import { readPsdArtwork } from './psdArtwork';
import type { Reading } from './reading';
import { readSvgArtwork } from './svgArtwork';

/** A file as it came: where it lies, and what it is called. */
export interface ArtworkFile {
  readonly path: string;
  readonly name: string;
}

/**
 * Reads artwork: one layered SVG, OpenRaster or PSD file, a zip of pictures, or loose pictures. What a file is
 * is told by its content, whatever its ending says.
 *
 * @throws Problem in one sentence when it can't be read; then whatever was kept is of no document
 */
export async function readArtwork(
  files: readonly ArtworkFile[],
  reading: Omit<Reading, 'name'>,
): Promise<Artwork> {
  const [first] = files;
  if (!first)
    throw new Problem('bad-input', 'There is no file. Choose the artwork of a character.');
  const whole = files.length === 1 ? await readOne(first, { ...reading, name: first.name }) : null;
  const artwork =
    whole ??
    (await readLoosePictures(await Promise.all(files.map(readFileOf)), {
      ...reading,
      name: first.name,
    }));
  if (artwork.layers.length === 0) {
    throw new Problem('bad-input', `There is nothing drawn in “${first.name}”.`);
  }
  return artwork;
}

/** Artwork that is one file; null for a picture without layers. */
async function readOne(file: ArtworkFile, reading: Reading): Promise<Artwork | null> {
  const { bytes } = await readFileOf(file);
  const start = bytes.subarray(0, 512);
  if (start.subarray(0, 4).toString('latin1') === '8BPS') return readPsdArtwork(bytes, reading);
  if (start.subarray(0, 2).toString('latin1') === 'PK') return readZip(bytes, reading);
  if (/^[\s\uFEFF]*</.test(start.toString('utf8'))) {
    return readSvgArtwork(bytes.toString('utf8'), reading);
  }
  return null;
}

async function readZip(bytes: Buffer, reading: Reading): Promise<Artwork> {
  const files = unpacked(
    bytes,
    reading.name,
    (path) => path === 'stack.xml' || path.startsWith('data/') || PICTURE_ENDING.test(path),
  );
  if (files.has('stack.xml')) return readOraArtwork(files, reading);
  const pictures = [...files]
    .filter(([path]) => PICTURE_ENDING.test(path))
    .map(([path, content]): LoosePicture => ({ name: path, bytes: content }));
  if (pictures.length === 0) {
    throw new Problem('bad-input', `There are no pictures in “${reading.name}”.`);
  }
  return readLoosePictures(pictures, reading);
}

/** The bytes of a file that came. @throws Problem for one that is empty or too large */
export async function readFileOf({ path, name }: ArtworkFile): Promise<LoosePicture> {
  const { size } = await stat(path);
  if (size === 0) throw new Problem('bad-input', `“${name}” is empty. Save it again.`);
  if (size > LARGEST_ARTWORK) {
    throw new Problem(
      'too-large',
      `“${name}” is too large; artwork can be up to ${LARGEST_ARTWORK / 1e9} GB.`,
    );
  }
  return { name, bytes: await readFile(path) };
}
