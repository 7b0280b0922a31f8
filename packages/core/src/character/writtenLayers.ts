import type { WrittenLayer } from '../formats/svg/writeLayers';
import type { Character } from './character';
import type { Drawing } from './drawing';
import { treeOf } from './tree';
import { partsOf } from './partList';

/** A character's parts as layers of a drawing, as they were drawn: rest poses are no part of it. */
export function writtenLayers<Picture>(
  character: Character,
  pictureOf: (drawing: Drawing) => Picture,
): WrittenLayer<Picture>[] {
  const { drawings } = character;
  const parts = partsOf(character);
  const tree = treeOf(parts);
  const layersIn = (parent: string | null): WrittenLayer<Picture>[] =>
    (tree.get(parent) ?? []).map((part) => {
      const { id, name, hidden, opacity, blend, clipped, isolated } = part;
      const drawing = part.drawing === null ? undefined : drawings[part.drawing];
      const picture = drawing ? pictureOf(drawing) : null;
      const seenIn = part.mask === null ? undefined : drawings[part.mask];
      const mask = seenIn ? pictureOf(seenIn) : null;
      // Of drawings that wait their turn only the one at rest is seen.
      const waits = parts.some((holder) => holder.id === parent && (holder.shows ?? id) !== id);
      const layers = layersIn(id);
      const look = { hidden: hidden || waits, opacity, blend, clipped, isolated, mask };
      return { name, ...look, picture, layers };
    });
  return layersIn(null);
}
