import type { Viseme } from '../speech/visemes';
import { withGroup, withParts, withPartsMoved } from './edits';
import type { Character } from './character';
import { partsOf } from './partList';
import { assembledMouth } from './recognition/assembleMouth';
import type { Meaning } from './recognition/meaning';
import { holdersOf, partById, treeOf } from './tree';

const MOUTH: Meaning = { role: 'mouth', side: null, sound: null };

/**
 * A character in which somebody has said which parts are drawings of its mouth, and for which sounds. They lie in one
 * group: that of the mouth that there is, the one that they alone are in, or a new one.
 *
 * @param sounds by the ids of the parts; a drawing without any is kept, and shown for nothing
 */
export function withMouthDrawings(
  character: Character,
  sounds: ReadonlyMap<string, readonly Viseme[]>,
): Character {
  const ids = [...sounds.keys()];
  const { grouped, group } = inOneGroup(character, ids);
  const said = withParts(grouped, ids, ({ id }) => ({ meaning: mouthDrawingFor(sounds.get(id)!) }));
  return assembledMouth(withParts(said, [group], { meaning: MOUTH, hidden: false }));
}

/** What a drawing of the mouth for some sounds is. */
export function mouthDrawingFor(visemes: readonly Viseme[]): Meaning {
  const none = { mood: null, loudness: null, number: null, expression: null };
  return { role: 'mouth drawing', side: null, sound: { visemes, ...none } };
}

function inOneGroup(character: Character, ids: readonly string[]) {
  const parts = partsOf(character);
  const tree = treeOf(parts);
  const own = character.mouth?.part;
  const mouth = own !== undefined && tree.has(own) ? own : null;
  const isIn = (group: string) =>
    holdersOf(parts, group).every(({ id }) => !ids.includes(id)) && !ids.includes(group);
  const parent = partById(parts, ids[0]!)?.parent ?? null;
  const inside = tree.get(parent) ?? [];
  if (parent !== null && inside.length === ids.length && inside.every(({ id }) => ids.includes(id)))
    return { grouped: character, group: parent };
  if (mouth !== null && isIn(mouth)) {
    const moving = ids.filter((id) => partById(parts, id)!.parent !== mouth);
    const count = (tree.get(mouth) ?? []).length;
    return { grouped: withPartsMoved(character, moving, mouth, count), group: mouth };
  }
  const grouped = withGroup(character, ids, 'mouth');
  return { grouped, group: partById(partsOf(grouped), ids[0]!)!.parent! };
}
