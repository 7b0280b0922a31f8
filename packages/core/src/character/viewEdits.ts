import type { Character } from './character';
import { assembled } from './recognition/assemble';
import { NO_EYES } from './eyes';
import { partsOf, withPartList } from './partList';
import { branchOf } from './tree';
import type { View } from './view';

/** A character whose views have the mouths and brows that are drawn in them. @param ids of the parts that are views */
export function withViews(character: Character, ids: readonly string[]): Character {
  return ids.reduce(withView, character);
}

function withView(character: Character, id: string): Character {
  const branch = branchOf(partsOf(character), id);
  const inside = new Set(branch.map((part) => part.id));
  const { mouth, eyes } = character;
  const { left, right } = eyes.brows;
  // What the character speaks with already is no view's own.
  const isMain = mouth !== null && inside.has(mouth.part);
  const alone = branch.map((part) => (part.id === id ? { ...part, parent: null } : part));
  const found = assembled({
    ...withPartList(character, alone),
    ...{ mouth: null, eyes: NO_EYES },
  });
  const spare = (brow: typeof left) =>
    brow && ![left?.part, right?.part].includes(brow.part) ? brow : null;
  const view: View = {
    id,
    mouth: isMain ? null : found.mouth,
    brows: { left: spare(found.eyes.brows.left), right: spare(found.eyes.brows.right) },
  };
  if (!view.mouth && !view.brows.left && !view.brows.right) return withoutView(character, id);
  const views = { ...character.views, [id]: view };
  if (!view.mouth) return { ...character, views };
  const { parent } = character.parts[id]!;
  const grown = partsOf(found).map((part) => (part.id === id ? { ...part, parent } : part));
  const list = partsOf(character).flatMap((part) => {
    if (part.id === id) return grown;
    return inside.has(part.id) ? [] : [part];
  });
  return { ...withPartList(character, list), views };
}

/** A character in which a view has nothing of its own any more. */
export function withoutView(character: Character, id: string): Character {
  const { [id]: _view, ...views } = character.views;
  return { ...character, views };
}
