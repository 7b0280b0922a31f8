import { characterFromArtwork, type Artwork } from '@cruvo/core/character';
import { PRODUCTION_VERSION } from '@cruvo/core/scene';
import { createProduction } from '../api/documents';
import { withMeasuredEyes } from '../character/measureEyes';
import { loadGallery } from '../studio/stage/browserGallery';

/**
 * Makes a production with one character of layered artwork.
 *
 * @returns the id of the character
 */
export async function makeCharacter(name: string, artwork: Artwork): Promise<string> {
  const assembled = characterFromArtwork(name, artwork);
  const gallery = await loadGallery(Object.values(assembled.drawings));
  const character = withMeasuredEyes(assembled, gallery);
  const ids = { production: crypto.randomUUID(), character: crypto.randomUUID() };
  await createProduction(ids.production, [
    {
      id: ids.production,
      kind: 'production',
      body: { schemaVersion: PRODUCTION_VERSION, name, pronunciations: [] },
    },
    { id: ids.character, kind: 'character', body: character },
  ]);
  return ids.character;
}
