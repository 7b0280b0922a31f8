import { open, readFile, stat } from 'node:fs/promises';
import type { Artwork } from '@cruvo/core/character';
import { Problem } from '@cruvo/core/problem';
import { looksLikeXml, looksPacked, unpacked, xmlText } from '../picture';
import { Archive } from '../archive';
import { ARCHIVE_LIMITS, LARGEST_ARTWORK, LARGEST_SVG } from './limits';
import { PICTURE_ENDING, readLoosePictures, type LoosePicture } from './loosePictures';
import { refuseOtherFormats, unreadable } from './otherFormats';
import { readOraArtwork } from './oraArtwork';
import type { Reading } from './reading';

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
  const named = { ...reading, name: first.name };
  const whole = files.length === 1 ? await readOne(first, named) : null;
  const artwork = whole ?? (await readLoosePictures(files.map(loosePicture), named));
  if (artwork.layers.length === 0) {
    throw new Problem('bad-input', `There is nothing drawn in “${first.name}”.`);
  }
  return artwork;
}

/** Artwork that is one file; null for a picture without layers. */
async function readOne(file: ArtworkFile, reading: Reading): Promise<Artwork | null> {
  const start = await startOf(file);
  if (start.subarray(0, 4).toString('latin1') === '8BPS') {
    // Loaded only when it is needed, as are the readers of fonts and style sheets: they are large.
    const { readPsdArtwork } = await import('./psd/psdArtwork');
    return readPsdArtwork(await readFile(file.path), reading);
  }
  if (looksLikeZip(start)) return readZip(file, reading);
  refuseOtherFormats(start, file.name);
  const packed = looksPacked(start);
  if (!packed && !looksLikeXml(start)) return null;
  const content = await readFile(file.path);
  const bytes = packed ? unpacked(content, file.name) : content;
  if (packed && !looksLikeXml(bytes)) return null;
  if (bytes.length > LARGEST_SVG) {
    throw new Problem(
      'too-large',
      `“${file.name}” is too large for an SVG (at most ${LARGEST_SVG / 1e6} MB). Simplify it.`,
    );
  }
  const { readSvgArtwork } = await import('./svgArtwork');
  return readSvgArtwork(xmlText(bytes, file.name), reading);
}

export function looksLikeZip(start: Buffer): boolean {
  return start.subarray(0, 2).toString('latin1') === 'PK';
}

async function readZip({ path, name }: ArtworkFile, reading: Reading): Promise<Artwork> {
  const archive = await Archive.open(path, name, ARCHIVE_LIMITS);
  try {
    if (archive.has('stack.xml')) return await readOraArtwork(archive, reading);
    if (archive.has('maindoc.xml')) throw unreadable(name, 'a KRA file');
    const pictures = archive.paths
      .filter((member) => PICTURE_ENDING.test(member))
      .map((member): LoosePicture => ({ name: member, read: () => archive.read(member) }));
    if (pictures.length === 0) {
      throw new Problem('bad-input', `There are no pictures in “${name}”.`);
    }
    return await readLoosePictures(pictures, reading);
  } finally {
    archive.close();
  }
}

const loosePicture = ({ path, name }: ArtworkFile): LoosePicture => ({
  name,
  read: () => readFile(path),
});

/** The first bytes of a file that came. @throws Problem for one that is empty or too large */
export async function startOf({ path, name }: ArtworkFile): Promise<Buffer> {
  const { size } = await stat(path);
  if (size === 0) throw new Problem('bad-input', `“${name}” is empty. Save it again.`);
  if (size > LARGEST_ARTWORK) {
    throw new Problem(
      'too-large',
      `“${name}” is too large; artwork can be up to ${LARGEST_ARTWORK / 1e9} GB.`,
    );
  }
  const file = await open(path, 'r');
  try {
    const { buffer, bytesRead } = await file.read(Buffer.alloc(1024), 0, 1024, 0);
    return buffer.subarray(0, bytesRead);
  } finally {
    await file.close();
  }
}
