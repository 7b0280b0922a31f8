import { zip } from 'fflate';
import { artworkSchema, type Artwork, type Character } from '@cruvo/core/character';
import { readDocument } from '@cruvo/core/document';
import { Problem } from '@cruvo/core/problem';
import { uploadFile, type UploadOptions } from './upload';

/** What somebody brought: artwork, or a character that was saved as a file. */
export type Sent =
  | { readonly kind: 'artwork'; readonly artwork: Artwork }
  | { readonly kind: 'character'; readonly character: Character };

/**
 * Sends artwork and waits until it is taken apart: one file, or several pictures, which go as one archive.
 * A saved character comes in through the same door.
 *
 * @throws Problem with the server's sentence
 */
export async function sendArtwork(files: readonly File[], options: UploadOptions): Promise<Sent> {
  const [first] = files;
  if (!first)
    throw new Problem('bad-input', 'There is no file. Choose the artwork of a character.');
  const body = files.length === 1 ? first : await packed(files);
  const name = files.length === 1 ? first.name : `${first.name} and ${files.length - 1} more.zip`;
  const said = (await uploadFile('/artwork', name, body, options)) as {
    readonly artwork?: unknown;
    readonly character?: unknown;
  };
  return said.character === undefined
    ? { kind: 'artwork', artwork: artworkSchema.validateSync(said.artwork, { strict: true }) }
    : { kind: 'character', character: readDocument('character', said.character) };
}

async function packed(files: readonly File[]): Promise<Blob> {
  const entries = await Promise.all(
    files.map(async (file) => [file.name, new Uint8Array(await file.arrayBuffer())] as const),
  );
  const bytes = await new Promise<Uint8Array>((resolve, reject) => {
    // Pictures are packed already.
    zip(Object.fromEntries(entries), { level: 0 }, (error, data) =>
      error ? reject(error) : resolve(data),
    );
  });
  return new Blob([bytes as Uint8Array<ArrayBuffer>]);
}
