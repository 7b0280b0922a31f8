import { createHash } from 'node:crypto';
import sharp from 'sharp';
import type { Character } from '@cruvo/core/character';
import { readDocument } from '@cruvo/core/document';
import { Problem } from '@cruvo/core/problem';
import type { KeepMedia } from '../artwork/layerStore';
import { checkSvg } from '../picture';
import { CHARACTER_ENTRY, CHARACTER_FILE_VERSION, envelopeSchema, pictureEntry } from './format';

/**
 * Reads a character from the entries of its file. Everything is checked before any picture is kept.
 *
 * @throws Problem when it is damaged or from a newer Cruvo
 */
export async function readCharacterFile(
  files: ReadonlyMap<string, Buffer>,
  name: string,
  keep: KeepMedia,
): Promise<Character> {
  const character = characterIn(files.get(CHARACTER_ENTRY)!, name);
  const pictures = new Map<string, { bytes: Buffer; type: 'image/png' | 'image/svg+xml' }>();
  for (const { media, kind } of Object.values(character.drawings)) {
    const bytes = files.get(pictureEntry(media, kind));
    if (!bytes || createHash('sha256').update(bytes).digest('hex') !== media) {
      throw new Problem(
        'bad-input',
        `A picture of the character in “${name}” is missing or damaged. Save the character again.`,
      );
    }
    if (kind === 'vector') checkSvg(bytes.toString('utf8'), name);
    else await checkPng(bytes, name);
    pictures.set(media, { bytes, type: kind === 'vector' ? 'image/svg+xml' : 'image/png' });
  }
  for (const { bytes, type } of pictures.values()) await keep(bytes, type);
  return character;
}

function characterIn(entry: Buffer, name: string): Character {
  try {
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

async function checkPng(bytes: Buffer, name: string): Promise<void> {
  const format = await sharp(bytes)
    .metadata()
    .then((metadata) => metadata.format)
    .catch(() => null);
  if (format === 'png') return;
  throw new Problem('bad-input', `A picture in “${name}” is no PNG. Save the character again.`);
}
