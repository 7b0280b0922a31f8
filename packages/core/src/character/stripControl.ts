import { withControl, withNewControl, withStop, withStopParts } from './bodyEdits';
import type { Character } from './character';
import { freeId } from './freeName';
import { partsOf } from './partList';
import { treeOf } from './tree';

/** So many drawings at least make a turn. */
const FEWEST = 3;

/** The drawings inside a part of which one is seen at a time, in their order; none where that is no strip. */
export function stripOf(character: Character, id: string): readonly string[] {
  const part = character.parts[id];
  if (!part || part.shows === null) return [];
  const inside = (treeOf(partsOf(character)).get(id) ?? []).map((held) => held.id);
  return inside.length < FEWEST ? [] : inside;
}

/**
 * A character with one more control, that runs through the drawings of a part from the first to the last: cut from one
 * to the next, or faded where its values between stops are mixed. It rests at the one that is seen at rest.
 */
export function withStripControl(character: Character, part: string, name: string): Character {
  const strip = stripOf(character, part);
  if (strip.length === 0) return character;
  const id = freeId(name, new Set(Object.keys(character.controls)));
  const at = (place: number) => (2 * place) / (strip.length - 1) - 1;
  const rest = at(strip.indexOf(character.parts[part]!.shows!));
  const made = withControl(withNewControl(character, id, name), id, { rest, easing: 'held' });
  return strip.reduce(
    (now, shows, place) =>
      withStopParts(withStop(now, id, at(place)), id, at(place), [part], (own) => ({
        ...own,
        shows,
      })),
    made,
  );
}
