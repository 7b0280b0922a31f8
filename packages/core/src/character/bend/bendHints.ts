import { isInside } from '../../mesh';
import type { Character } from '../character';
import { partsOf } from '../partList';
import { boundsOfPart } from '../bounds';
import { pointsOf, type Bend, type BendPoint } from './bend';
import { skeletonOf } from './skeleton';

/** Why a point of a bend does nothing, or not what it seems to, in one sentence; null where it does what it says. */
export function pointHint(bend: Bend, { id, kind, x, y }: BendPoint): string | null {
  const points = pointsOf(bend);
  const splints = bend.splints.filter(({ from, to }) => from === id || to === id).length;
  const held = points.some((point) => point.kind === 'hold' || point.kind === 'pivot');
  const twin = points.find((point) => point.id !== id && point.x === x && point.y === y);
  if (twin) return `It lies where “${twin.name}” lies: one of them is enough.`;
  if (kind === 'joint' && splints === 0) return 'No splint leads to it, so nothing bends here.';
  if (kind === 'joint' && splints === 1) return 'It ends a splint, and nothing drags it.';
  if ((kind === 'grip' || kind === 'plant') && !held) {
    return 'Nothing holds the drawing: add a point that does, or all of it goes along.';
  }
  const bone = skeletonOf(bend).boneTo[points.findIndex((point) => point.id === id)];
  if ((kind === 'grip' || kind === 'plant') && splints > 0 && bone === -1) {
    return 'The splints at it lead to no point that holds.';
  }
  return isInside(bend.outline, { x, y }) ? null : 'It lies outside of the drawing.';
}

/**
 * Parts that nothing carries: they lie apart from all others of their group, or only touch them, and hang on none.
 * They stay behind when the body moves.
 */
export function unattachedParts(character: Character): { part: string; nearest: string }[] {
  const parts = partsOf(character);
  const carried = new Set(Object.keys(character.joints));
  const carriers = new Set(Object.values(character.joints).flatMap(({ to }) => to ?? []));
  // Where nobody has said that anything hangs on anything, all goes along with its group.
  const [first] = carriers;
  if (first === undefined) return [];
  return parts.flatMap(({ id, parent, hidden, drawing }) => {
    if (hidden || drawing === null || carried.has(id) || carriers.has(id)) return [];
    const own = boundsOfPart(character, id);
    const beside = parts.filter((other) => other.parent === parent && carriers.has(other.id));
    const nearest = beside.find((other) => {
      const box = boundsOfPart(character, other.id);
      return (
        own &&
        box &&
        own.x < box.x + box.width &&
        box.x < own.x + own.width &&
        own.y < box.y + box.height &&
        box.y < own.y + own.height
      );
    });
    const moved = Object.values(character.controls).some(({ stops }) =>
      stops.some((stop) => stop.parts[id] !== undefined),
    );
    return nearest && !moved ? [{ part: id, nearest: nearest.id }] : [];
  });
}
