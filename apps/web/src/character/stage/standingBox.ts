import { type Character, boundsOfPart } from '@cruvo/core/character';
import { type Box, type Matrix, mapped, unionOf } from '@cruvo/core/geometry';

/** What a part covers where it stands, in units of the artwork; null where there is nothing. */
export function standingBox(
  character: Character,
  part: string,
  places: ReadonlyMap<string, Matrix>,
): Box | null {
  const box = boundsOfPart(character, part);
  const place = places.get(part);
  if (!box || !place) return null;
  const corners = [
    { x: box.x, y: box.y },
    { x: box.x + box.width, y: box.y },
    { x: box.x, y: box.y + box.height },
    { x: box.x + box.width, y: box.y + box.height },
  ].map((corner) => mapped(place, corner));
  return unionOf(corners.map(({ x, y }) => ({ x, y, width: 0, height: 0 })));
}
