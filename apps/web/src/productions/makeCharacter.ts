import { emptyProduction } from '@cruvo/core/scene';
import type { Sent } from '../api/artwork';
import { addDocument, createProduction } from '../api/documents';
import { characterFrom } from '../character/characterFrom';

/**
 * Makes a character of what was brought, in a production that there is or in one of its own.
 *
 * @returns the id of the character
 */
export async function makeCharacter(
  name: string,
  sent: Sent,
  production: string | null,
): Promise<string> {
  const body = await characterFrom(name, sent);
  const character = { id: crypto.randomUUID(), kind: 'character', body } as const;
  if (production) {
    await addDocument(production, character);
    return character.id;
  }
  const id = crypto.randomUUID();
  const root = emptyProduction(body.name);
  await createProduction(id, [{ id, kind: 'production', body: root }, character]);
  return character.id;
}
