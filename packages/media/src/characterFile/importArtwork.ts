import type { Artwork, Character } from '@cruvo/core/character';
import { Archive } from '../archive';
import { ARCHIVE_LIMITS } from '../artwork/limits';
import { looksLikeZip, readArtwork, startOf, type ArtworkFile } from '../artwork/readArtwork';
import type { Reading } from '../artwork/reading';
import { CHARACTER_ENTRY } from './format';
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
  if (first && files.length === 1 && looksLikeZip(await startOf(first))) {
    const archive = await Archive.open(first.path, first.name, ARCHIVE_LIMITS);
    try {
      if (archive.has(CHARACTER_ENTRY)) {
        return { character: await readCharacterFile(archive, { ...reading, name: first.name }) };
      }
    } finally {
      archive.close();
    }
  }
  return { artwork: await readArtwork(files, reading) };
}
