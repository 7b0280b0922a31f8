import { isOfKind, type CarriedProduction } from '@cruvo/core/document';
import { castOf, type Scene } from '@cruvo/core/scene';
import type { FilmMaterial } from './material';

/** A scene of a production with all who are in it. */
export interface CarriedScene extends FilmMaterial {
  readonly id: string;
  readonly name: string;
}

/** The scenes of a production in their order. */
export function scenesOf(production: CarriedProduction): readonly CarriedScene[] {
  const characters = new Map(
    production.flatMap((one) => (isOfKind(one, 'character') ? [[one.id, one.body] as const] : [])),
  );
  return production.flatMap((one) => {
    if (!isOfKind(one, 'scene')) return [];
    const { id, body } = one;
    return [{ id, name: body.name, scene: body, characters: castFrom(body, characters) }];
  });
}

/** The characters of a scene by their ids. */
function castFrom<Item>(scene: Scene, all: ReadonlyMap<string, Item>): Record<string, Item> {
  const ids = castOf(scene).map(({ character }) => character);
  return Object.fromEntries(ids.map((id) => [id, all.get(id)!]));
}
