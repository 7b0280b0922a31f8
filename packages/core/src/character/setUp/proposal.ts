import type { Outline } from '../../mesh';
import type { Character } from '../character';

/**
 * The outline of what some parts show together, units of the artwork as drawn; null where nothing is drawn, or the
 * pictures are not at hand.
 */
export type TraceParts = (parts: readonly string[], sharp?: boolean) => Outline | null;

/** Something that can be set up by itself. */
export interface BodyProposal {
  /** What the control, the bend or the sway is called that it makes. */
  readonly name: string;
  /** What was recognised, and what is made of it. */
  readonly why: string;
  apply(character: Character, trace: TraceParts): Character;
}

/** "One part", "3 parts". */
export const partsInWords = (count: number) => (count === 1 ? 'One part' : `${count} parts`);

/** "Left arm", "Tail". */
export function limbName(side: string | null, role: string): string {
  const name = side ? `${side} ${role}` : role;
  return name.charAt(0).toUpperCase() + name.slice(1);
}

export const DEGREE = Math.PI / 180;
