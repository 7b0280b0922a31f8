import { referencesOf, type DocumentBodies, type DocumentKind } from '@cruvo/core/document';
import { Problem } from '@cruvo/core/problem';
import type { Database } from '../database/connect';

/** The hashes of media and tracks that a document needs. */
export function referencedHashes<Kind extends DocumentKind>(
  kind: Kind,
  body: DocumentBodies[Kind],
): string[] {
  const { media, tracks } = referencesOf(kind, body);
  return [...media.keys(), ...tracks];
}

/**
 * Makes sure that all that a document refers to is there and of the right kind, and keeps it from being collected
 * until the transaction ends. What the version before referred to is not looked at again.
 *
 * @throws Problem that says what is missing
 */
export async function keepReferences<Kind extends DocumentKind>(
  transaction: Database,
  kind: Kind,
  body: DocumentBodies[Kind],
  before: DocumentBodies[Kind] | null,
): Promise<void> {
  const wanted = referencesOf(kind, body);
  const known = before && referencesOf(kind, before);
  const media = [...wanted.media].filter(([hash, type]) => known?.media.get(hash) !== type);
  await keepMedia(transaction, media);
  const tracks = [...wanted.tracks].filter((hash) => !known?.tracks.has(hash));
  await keepTracks(transaction, tracks);
  const characters = [...wanted.characters].filter((id) => !known?.characters.has(id));
  await findCharacters(transaction, characters);
}

async function keepMedia(
  transaction: Database,
  wanted: readonly (readonly [hash: string, type: string | null])[],
): Promise<void> {
  if (wanted.length === 0) return;
  const rows = await transaction('media')
    .whereIn(
      'hash',
      wanted.map(([hash]) => hash),
    )
    .update({ unreferenced_since: null })
    .returning<{ hash: string; type: string }[]>(['hash', 'type']);
  const types = new Map(rows.map(({ hash, type }) => [hash, type]));
  for (const [hash, type] of wanted) {
    const found = types.get(hash);
    if (found === undefined) {
      throw new Problem(
        'bad-input',
        'A picture or voice of this document is no longer there. Bring it in again.',
      );
    }
    if (type !== null && found !== type) {
      throw new Problem(
        'bad-input',
        'A file of this document is of another kind than it is used for. Bring it in again.',
      );
    }
  }
}

async function keepTracks(transaction: Database, wanted: readonly string[]): Promise<void> {
  if (wanted.length === 0) return;
  const found = await transaction('tracks')
    .whereIn('id', wanted)
    .update({ unreferenced_since: null });
  if (found < wanted.length) {
    throw new Problem(
      'bad-input',
      'What was heard in a voice of this scene is no longer there. Fit its mouths again.',
    );
  }
}

const UUID = /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/i;

async function findCharacters(transaction: Database, wanted: readonly string[]): Promise<void> {
  if (wanted.length === 0) return;
  const rows = await transaction('documents')
    .whereIn(
      'id',
      wanted.filter((id) => UUID.test(id)),
    )
    .where({ kind: 'character' })
    .whereNull('deleted_at')
    // Kept from being deleted meanwhile.
    .forKeyShare()
    .select('id');
  if (rows.length < wanted.length) {
    throw new Problem(
      'bad-input',
      'A character of this scene is no longer there. Take it out of the cast.',
    );
  }
}
