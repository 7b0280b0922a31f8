import { inTable } from '../../records';
import type { Character } from '../character';
import { padsOf, type Pad } from './pad';

/** A character whose pads set only controls that it has: one whose own controls are gone goes with them. */
export function withPadsTidied(character: Character): Character {
  const has = (control: string) => Object.hasOwn(character.controls, control);
  const kept = padsOf(character)
    .filter(({ across, down }) => has(across) && has(down))
    .map((pad) => ({ ...pad, corners: pad.corners.filter(({ control }) => has(control)) }));
  return { ...character, pads: inTable<Pad>(kept) };
}
