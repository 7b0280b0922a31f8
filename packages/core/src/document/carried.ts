import { Problem } from '../problem';
import type { Scene } from '../scene';
import type { DocumentBodies, DocumentKind } from './documents';
import { referencesOf, type References } from './references';

/** A document on its way from one place to another. */
export interface CarriedDocument<Kind extends DocumentKind = DocumentKind> {
  readonly id: string;
  readonly kind: Kind;
  readonly body: DocumentBodies[Kind];
}

/** All documents of a production: itself first, then what is in it, in its order. */
export type CarriedProduction = readonly [
  CarriedDocument<'production'>,
  ...(readonly CarriedDocument[]),
];

export function isOfKind<Kind extends DocumentKind>(
  document: CarriedDocument,
  kind: Kind,
): document is CarriedDocument<Kind> {
  return document.kind === kind;
}

/**
 * Makes sure that documents are one production with all that its scenes need.
 *
 * @throws Problem that says what is missing
 */
export function asProduction(documents: readonly CarriedDocument[]): CarriedProduction {
  const [first, ...rest] = documents;
  if (!first || !isOfKind(first, 'production') || rest.some(({ kind }) => kind === 'production')) {
    throw new Problem('bad-input', 'It must hold one production, before all else.');
  }
  const ids = new Set(documents.map(({ id }) => id));
  if (ids.size < documents.length) {
    throw new Problem('bad-input', 'Two of its documents have the same id.');
  }
  const known = new Set(rest.filter((one) => one.kind === 'character').map(({ id }) => id));
  for (const document of rest) {
    const { characters } = referencesOf(document.kind, document.body);
    if ([...characters].some((id) => !known.has(id))) {
      throw new Problem(
        'bad-input',
        `A character of the scene “${document.body.name}” is missing from it.`,
      );
    }
  }
  return [first, ...rest];
}

/** Everything that documents refer to together. */
export function referencesOfAll(documents: readonly CarriedDocument[]): References {
  const media = new Map<string, string | null>();
  const tracks = new Set<string>();
  const characters = new Set<string>();
  for (const { kind, body } of documents) {
    const own = referencesOf(kind, body);
    for (const [hash, type] of own.media) media.set(hash, type ?? media.get(hash) ?? null);
    for (const track of own.tracks) tracks.add(track);
    for (const character of own.characters) characters.add(character);
  }
  return { media, tracks, characters };
}

/** The same production as another one: with ids of its own, also where its scenes name its characters. */
export function withNewIds(production: CarriedProduction, newId: () => string): CarriedProduction {
  const ids = new Map(production.map(({ id }) => [id, newId()]));
  const renamed = <Kind extends DocumentKind>({ id, kind, body }: CarriedDocument<Kind>) => {
    const own = kind === 'scene' ? withCastFrom(body as Scene, ids) : body;
    return { id: ids.get(id)!, kind, body: own } as CarriedDocument<Kind>;
  };
  const [root, ...rest] = production;
  return [renamed(root), ...rest.map(renamed)];
}

function withCastFrom(scene: Scene, ids: ReadonlyMap<string, string>): Scene {
  const cast = Object.entries(scene.cast).map(
    ([key, member]) => [key, { ...member, character: ids.get(member.character)! }] as const,
  );
  return { ...scene, cast: Object.fromEntries(cast) };
}
