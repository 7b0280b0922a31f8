import type { Point } from '../../geometry';
import { inOrder, inTable, withRecord } from '../../records';
import { bodyControlsOf, type BodyControl } from '../bodyControl';
import { withControl, withNewControl, withStop } from '../bodyEdits';
import type { Character } from '../character';
import { freeId } from '../freeName';
import { padProblem, padsOf, type Pad } from './pad';

/** The controls that can still be set by a pad: those that none sets yet. */
export function freeForPads(character: Character): readonly BodyControl[] {
  const taken = new Set(padsOf(character).flatMap(controlsOfPad));
  return bodyControlsOf(character).filter(({ id }) => !taken.has(id));
}

/** The ids of all controls that a pad sets. */
export function controlsOfPad({ across, down, corners }: Pad): string[] {
  return [across, down, ...corners.map(({ control }) => control)];
}

/** A character with one more pad; as it was where one of the controls is set by another. */
export function withPad(
  character: Character,
  pad: Pick<Pad, 'name' | 'across' | 'down'> & Partial<Pad>,
): Character {
  const id = freeId(pad.name, new Set(Object.keys(character.pads)));
  const made = { corners: [], limits: [], ...pad, id };
  const pads = inTable<Pad>([...inOrder(character.pads), made]);
  return padProblem(pads, character.controls) === null ? { ...character, pads } : character;
}

export function withoutPad(character: Character, id: string): Character {
  const { [id]: _pad, ...pads } = character.pads;
  return { ...character, pads };
}

/** A character in which a pad may go as far as a place, too; the first such place is its first limit. */
export function withPadLimit(character: Character, id: string, { x, y }: Point): Character {
  return changed(character, id, (pad) => ({ ...pad, limits: [...pad.limits, { x, y }] }));
}

/** A character in which a pad goes anywhere again. */
export function withoutPadLimits(character: Character, id: string): Character {
  return changed(character, id, (pad) => ({ ...pad, limits: [] }));
}

/**
 * A character with one more corner of a pad, at which a new control is shown.
 *
 * @param name of the control
 * @returns also the id of the control; what it shows is its stop at 1
 */
export function withPadCorner(
  character: Character,
  id: string,
  { x, y }: Point,
  name: string,
): { readonly character: Character; readonly control: string } {
  const control = freeId(name, new Set(Object.keys(character.controls)));
  const made = withControl(withNewControl(character, control, name), control, { min: 0 });
  const shown = withStop(made, control, 1);
  return {
    control,
    character: changed(shown, id, (pad) => ({
      ...pad,
      corners: [...pad.corners, { x, y, control }],
    })),
  };
}

function changed(character: Character, id: string, change: (pad: Pad) => Pad): Character {
  return { ...character, pads: withRecord(character.pads, id, change) };
}
