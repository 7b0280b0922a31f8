import { withBodyReleased } from './bend/bendEdits';
import { PLAIN_LOOK } from './artwork';
import type { Character } from './character';
import type { Drawing } from './drawing';
import { freeName } from './freeName';
import { partsOf, withPartList } from './partList';
import { withoutParts } from './removal';
import { branchOf, partById } from './tree';

/**
 * A character in which a part shows one picture in place of all that it held. Its place, name and pivot stay; what
 * bent or moved what it held is gone.
 *
 * @param picture how the part looks as a whole, its opacity and masks in it
 */
export function withPartAsPicture(character: Character, id: string, picture: Drawing): Character {
  const held = branchOf(partsOf(character), id).slice(1);
  const alone = withoutParts(
    character,
    held.map((part) => part.id),
  );
  return drawnAsOne(withBodyReleased(alone, new Set([id])), id, picture);
}

/** The same where parts and their drawings are all there is, as in a backdrop. */
export function drawnAsOne<Kind extends Pick<Character, 'parts' | 'drawings'>>(
  drawn: Kind,
  id: string,
  picture: Drawing,
): Kind {
  const parts = partsOf(drawn);
  const part = partById(parts, id);
  if (!part) return drawn;
  const held = new Set(branchOf(parts, id).slice(1));
  const drawing = freeName(`${id} picture`, new Set(Object.keys(drawn.drawings)));
  const { opacity, blend, isolated, mask } = PLAIN_LOOK;
  const left = parts
    .filter((one) => !held.has(one))
    .map((one) =>
      one === part ? { ...one, drawing, shows: null, opacity, blend, isolated, mask } : one,
    );
  const shown = new Set(left.flatMap((one) => [one.drawing, one.mask]));
  const drawings = Object.entries({ ...drawn.drawings, [drawing]: picture });
  return {
    ...withPartList(drawn, left),
    drawings: Object.fromEntries(drawings.filter(([key]) => shown.has(key))),
  };
}
