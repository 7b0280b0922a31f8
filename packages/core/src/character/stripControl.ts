import { withControl, withNewControl, withStop, withStopParts } from './bodyEdits';
import type { Character } from './character';
import { freeId } from './freeName';
import { partsOf } from './partList';
import { treeOf } from './tree';

/** So many drawings at least make a turn. */
const FEWEST = 2;

/** The drawings inside a part of which one is seen at a time, in their order; none where that is no strip. */
export function stripOf(character: Character, id: string): readonly string[] {
  const part = character.parts[id];
  if (!part || part.shows === null) return [];
  const inside = (treeOf(partsOf(character)).get(id) ?? []).map((held) => held.id);
  return inside.length < FEWEST ? [] : inside;
}

/**
 * A character with one more control, that runs through the drawings of a part: cut half-way from one to the next,
 * or faded where its values between stops are mixed. It rests at the one that is seen at rest.
 *
 * @param mirrored whether the drawings, from the front to the side, are seen mirrored to the other side
 */
export function withStripControl(
  character: Character,
  part: string,
  name: string,
  mirrored = false,
): Character {
  const strip = stripOf(character, part);
  if (strip.length === 0) return character;
  const id = freeId(name, new Set(Object.keys(character.controls)));
  const last = strip.length - 1;
  const places = strip.flatMap((shows, place) => {
    if (!mirrored) return [{ at: (2 * place) / last - 1, shows, mirrored }];
    const at = place / last;
    const other = place === 0 ? [] : [{ at: -at, shows, mirrored: true }];
    return [...other, { at, shows, mirrored: false }];
  });
  const seen = character.parts[part]!.shows;
  const rest = places.find(({ shows, at }) => shows === seen && at >= (mirrored ? 0 : -1))!.at;
  const made = withControl(withNewControl(character, id, name), id, { rest, easing: 'cut' });
  return places.reduce(
    (now, { at, ...shown }) =>
      withStopParts(withStop(now, id, at), id, at, [part], (own) => ({ ...own, ...shown })),
    made,
  );
}
