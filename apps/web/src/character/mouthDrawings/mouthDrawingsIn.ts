import { partsOf, treeOf } from '@cruvo/core/character';
import type { CharacterState } from '../characterStore';

/** What can be drawings of a mouth among the chosen: these parts, or what the one chosen group holds; null: nothing. */
export function mouthDrawingsIn({
  character,
  chosen,
}: Pick<CharacterState, 'character' | 'chosen'>): readonly string[] | null {
  const inside = treeOf(partsOf(character)).get(chosen[0] ?? '') ?? [];
  const held = inside.every(({ drawing }) => drawing !== null) ? inside : [];
  const drawings = chosen.length === 1 ? held.map(({ id }) => id) : chosen;
  return drawings.length > 1 ? inListOrder(character, drawings) : null;
}

/** As the list of parts shows them, from the front. */
function inListOrder(character: CharacterState['character'], ids: readonly string[]) {
  return partsOf(character)
    .flatMap(({ id }) => (ids.includes(id) ? [id] : []))
    .reverse();
}
