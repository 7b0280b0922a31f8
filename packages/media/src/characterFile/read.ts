import { createHash } from 'node:crypto';
import type { Character } from '@cruvo/core/character';
import { isNestedDeeper, readDocument } from '@cruvo/core/document';
import { readVectorDrawing } from '@cruvo/core/formats';
import { Problem } from '@cruvo/core/problem';
import type { Archive } from '../archive';
import { decodedPixels } from '../artwork/layerStore';
import { PixelBudget } from '../artwork/limits';
import type { Reading } from '../artwork/reading';
import { looksLikePixels, looksLikeXml, plainPicture, uprightSize } from '../picture';
import { CHARACTER_ENTRY, CHARACTER_FILE_VERSION, envelopeSchema, pictureEntry } from './format';

/** Largest description of a character, bytes. */
const LARGEST_DESCRIPTION = 20_000_000;
const DEEPEST_DESCRIPTION = 100;

/**
 * Reads a character from its file. Every picture is decoded once before it is kept.
 *
 * @throws Problem when it is damaged or from a newer Cruvo
 */
export async function readCharacterFile(
  archive: Archive,
  { name, keep, report }: Reading,
): Promise<Character> {
  const character = characterIn(await archive.read(CHARACTER_ENTRY, LARGEST_DESCRIPTION), name);
  const drawings = new Map(
    Object.values(character.drawings).map((drawing) => [drawing.media, drawing]),
  );
  const budget = new PixelBudget(name);
  let done = 0;
  for (const { media, kind } of drawings.values()) {
    const bytes = await pictureIn(archive, media, kind, name);
    if (kind === 'raster') {
      const { width, height } = await uprightSize(bytes, name);
      budget.add(width, height, name);
    }
  }
  for (const { media, kind } of drawings.values()) {
    const bytes = await pictureIn(archive, media, kind, name);
    // Decoded once, so that nobody stumbles over a damaged one later.
    if (kind === 'raster') await decodedPixels(bytes, name);
    else readVectorDrawing(bytes.toString('utf8'));
    await keep(bytes, kind === 'vector' ? 'image/svg+xml' : 'image/png');
    report(++done / drawings.size);
  }
  return character;
}

/** A picture of a character, which must be of the content that the character names. */
async function pictureIn(
  archive: Archive,
  media: string,
  kind: 'vector' | 'raster',
  name: string,
): Promise<Buffer> {
  const entry = pictureEntry(media, kind);
  const bytes = archive.has(entry) ? await archive.read(entry) : null;
  if (!bytes || createHash('sha256').update(bytes).digest('hex') !== media) {
    throw new Problem(
      'bad-input',
      `A picture of the character in “${name}” is missing or damaged. Save the character again.`,
    );
  }
  const isKind = kind === 'vector' ? looksLikeXml(bytes) : looksLikePixels(bytes);
  if (isKind && plainPicture(bytes, name)) return bytes;
  throw new Problem(
    'bad-input',
    `A picture in “${name}” is of another kind than it says. Save the character again.`,
  );
}

function characterIn(entry: Buffer, name: string): Character {
  try {
    if (isNestedDeeper(entry, DEEPEST_DESCRIPTION)) throw new Error('It is nested too deep.');
    const said: unknown = JSON.parse(entry.toString('utf8'));
    const { version, character } = envelopeSchema.validateSync(said, { strict: true });
    if (version > CHARACTER_FILE_VERSION) {
      throw new Problem(
        'bad-input',
        `“${name}” was saved by a newer Cruvo. Bring this one up to date.`,
      );
    }
    return readDocument('character', character);
  } catch (error) {
    if (error instanceof Problem && error.message.includes('newer')) throw error;
    throw new Problem(
      'bad-input',
      `The character in “${name}” can’t be read. Save the character again.`,
    );
  }
}
