import { middleOf, intersectionOf, unionOf, type Box, type Point } from '../../geometry';
import { boundsOfPart } from '../bounds';
import type { Character } from '../character';

/** What some parts cover together as drawn; null where nothing is drawn. */
export function boundsOf(character: Character, ids: readonly string[]): Box | null {
  return unionOf(ids.flatMap((id) => boundsOfPart(character, id) ?? []));
}

/**
 * Where a part is joined to what carries it: in the middle of where both overlap; where they don't, at the point of
 * the part's box that is nearest to the other. Null where either has no drawing.
 */
export function jointOf(
  character: Character,
  ids: readonly string[],
  carriers: readonly string[],
): Point | null {
  const [part, carrier] = [boundsOf(character, ids), boundsOf(character, carriers)];
  if (!part || !carrier) return null;
  const shared = intersectionOf(part, carrier);
  if (shared.width > 0 && shared.height > 0) return middleOf(shared);
  const nearest = (value: number, start: number, length: number) =>
    Math.max(start, Math.min(start + length, value));
  const to = middleOf(carrier);
  return {
    x: nearest(to.x, part.x, part.width),
    y: nearest(to.y, part.y, part.height),
  };
}

/** Where a limb is joined: at the end of where it overlaps what carries it that is away from the limb's own end. */
export function rootOf(
  character: Character,
  ids: readonly string[],
  carriers: readonly string[],
): Point | null {
  const [limb, carrier] = [boundsOf(character, ids), boundsOf(character, carriers)];
  if (!limb || !carrier) return null;
  const shared = intersectionOf(limb, carrier);
  if (shared.width <= 0 || shared.height <= 0) return jointOf(character, ids, carriers);
  // A limb that hangs is joined at its top, in as far from its edge as it is wide there.
  const inset = Math.min(limb.width, limb.height) / 2;
  const hangs = limb.height >= limb.width;
  const middle = middleOf(shared);
  if (hangs) return { x: middle.x, y: limb.y + Math.min(inset, limb.height / 3) };
  const fromLeft = middleOf(limb).x > middleOf(carrier).x;
  const reach = Math.min(inset, limb.width / 3);
  return { x: fromLeft ? limb.x + reach : limb.x + limb.width - reach, y: middle.y };
}
