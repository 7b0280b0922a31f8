import type { Artwork, Character } from '@cruvo/core/character';
import { unpacked } from '../artwork/archive';
import { readArtwork, readFileOf, type ArtworkFile } from '../artwork/readArtwork';
import type { Reading } from '../artwork/reading';
import { CHARACTER_ENTRY, PICTURES_FOLDER } from './format';
import { readCharacterFile } from './read';

/** What somebody brought: artwork to make a character of, or a character that was saved as a file. */
export type ImportedArtwork = { readonly artwork: Artwork } | { readonly character: Character };

/**
 * Reads whatever makes a character. What a file is is told by its content.
 *
 * @throws Problem in one sentence when it can't be read
 */
export async function importArtwork(
  files: readonly ArtworkFile[],
  reading: Omit<Reading, 'name'>,
): Promise<ImportedArtwork> {
  const [first] = files;
  if (first && files.length === 1) {
    const { bytes } = await readFileOf(first);
    const isZip = bytes.subarray(0, 2).toString('latin1') === 'PK';
    const said = isZip && unpacked(bytes, first.name, (path) => path === CHARACTER_ENTRY);
    if (said && said.size > 0) {
      const wanted = (path: string) => path === CHARACTER_ENTRY || path.startsWith(PICTURES_FOLDER);
      const entries = unpacked(bytes, first.name, wanted);
      return { character: await readCharacterFile(entries, first.name, reading.keep) };
    }
  }
  return { artwork: await readArtwork(files, reading) };
}
