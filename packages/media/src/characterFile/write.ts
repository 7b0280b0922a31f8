import { zipSync, type Zippable } from 'fflate';
import { type Character, type Drawing, writtenLayers } from '@cruvo/core/character';
import { type WrittenPicture, writeLayers } from '@cruvo/core/formats';
import { CHARACTER_ENTRY, CHARACTER_FILE_VERSION, pictureEntry } from './format';

/** Gives the bytes of a content hash. */
export type ReadMedia = (media: string) => Promise<Buffer>;

/** Pictures are packed already. */
export const AS_THEY_ARE = { level: 0 } as const;
/** Archives hold no clock, so that the same character gives the same file. */
const NO_TIME = { mtime: '1980-01-01' } as const;

/**
 * A character as one file: a zip of its description as JSON and of its pictures as PNG and SVG.
 *
 * @param preview a PNG of the character at rest, for people who look into the archive
 */
export async function characterFile(
  character: Character,
  preview: Buffer,
  read: ReadMedia,
): Promise<Uint8Array> {
  const drawings = Object.fromEntries(
    Object.entries(character.drawings).map(([key, drawing]) => [key, withoutOriginal(drawing)]),
  );
  const said = {
    format: 'cruvo character',
    version: CHARACTER_FILE_VERSION,
    character: { ...character, drawings },
  };
  const entries: Zippable = {
    [CHARACTER_ENTRY]: [Buffer.from(JSON.stringify(said, null, 2)), NO_TIME],
    'preview.png': [preview, { ...NO_TIME, ...AS_THEY_ARE }],
  };
  for (const { media, kind } of Object.values(drawings)) {
    const entry = pictureEntry(media, kind);
    const own = kind === 'raster' ? AS_THEY_ARE : {};
    entries[entry] ??= [await read(media), { ...NO_TIME, ...own }];
  }
  return zipSync(entries);
}

/** A character's drawings as one layered SVG. */
export async function characterSvg(character: Character, read: ReadMedia): Promise<string> {
  const pictures = new Map<string, Buffer>();
  for (const { media } of Object.values(character.drawings)) {
    if (!pictures.has(media)) pictures.set(media, await read(media));
  }
  const pictureOf = ({ kind, media, x, y, width, height }: Drawing): WrittenPicture => {
    const bytes = pictures.get(media)!;
    const box = { x, y, width, height };
    return kind === 'vector'
      ? { ...box, svg: bytes.toString('utf8') }
      : { ...box, address: `data:image/png;base64,${bytes.toString('base64')}` };
  };
  return writeLayers(character, writtenLayers(character, pictureOf));
}

function withoutOriginal({ kind, media, x, y, width, height }: Drawing): Drawing {
  return { kind, media, x, y, width, height };
}
