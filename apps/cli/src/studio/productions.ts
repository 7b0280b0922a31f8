import { array, mixed, number, object, string } from 'yup';
import { readDocument, type CarriedDocument, type DocumentKind } from '@cruvo/core/document';
import { Problem } from '@cruvo/core/problem';
import type { Character } from '@cruvo/core/character';
import type { CarriedScene } from '@cruvo/film/material';
import { castOf } from '@cruvo/core/scene';
import { namesWanted } from '../material/namesWanted';
import type { StudioClient } from './studioClient';

const listed = object({ id: string().required(), name: string().required() });

const listSchema = array(
  listed.concat(
    object({
      scenes: array(listed.required()).required(),
      characters: array(listed.required()).required(),
    }),
  ),
).required();

const documentSchema = object({
  id: string().required(),
  revision: number().required(),
  body: mixed<object>().required(),
});

/** A production of a studio, as lists show it. */
export interface ListedProduction {
  readonly id: string;
  readonly name: string;
  readonly scenes: readonly { readonly id: string; readonly name: string }[];
  readonly characters: readonly { readonly id: string; readonly name: string }[];
}

/** The productions of a studio that are wanted. @param pattern of their names; undefined: all */
export async function productionsOf(
  client: StudioClient,
  pattern: string | undefined,
): Promise<readonly ListedProduction[]> {
  const all = (await client.get('/productions', listSchema)) as ListedProduction[];
  return namesWanted(all, pattern === undefined ? [] : [pattern], 'production');
}

/** @throws Problem where it is no longer there */
export async function productionById(client: StudioClient, id: string): Promise<ListedProduction> {
  const found = (await productionsOf(client, undefined)).find((one) => one.id === id);
  if (found) return found;
  throw new Problem('not-found', 'This production is no longer there.');
}

/** The one production that is wanted. @throws Problem where several could be meant */
export async function oneProduction(
  client: StudioClient,
  pattern: string | undefined,
): Promise<ListedProduction> {
  const found = await productionsOf(client, pattern);
  if (found.length === 1) return found[0]!;
  const names = found.map(({ name }) => `“${name}”`).join(', ');
  throw new Problem(
    'bad-input',
    found.length === 0
      ? 'There is no production in this studio.'
      : `Say which one is meant with --production: ${names}.`,
  );
}

/** A document of a studio, and its revision. */
export async function documentOf<Kind extends DocumentKind>(
  client: StudioClient,
  kind: Kind,
  id: string,
): Promise<CarriedDocument<Kind> & { readonly revision: number }> {
  const { body, revision } = await client.get(`/documents/${id}`, documentSchema);
  return { id, kind, body: readDocument(kind, body), revision };
}

/** A scene of a studio with all who are in it. */
export async function sceneOf(client: StudioClient, id: string): Promise<CarriedScene> {
  const { body: scene } = await documentOf(client, 'scene', id);
  const characters: Record<string, Character> = {};
  for (const { character } of castOf(scene)) {
    characters[character] ??= (await documentOf(client, 'character', character)).body;
  }
  return { id, name: scene.name, scene, characters };
}
