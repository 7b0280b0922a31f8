import type { Character } from '../character';

/** Something that can be set up by itself. */
export interface BodyProposal {
  /** What the control is called that it makes. */
  readonly name: string;
  /** What was recognised, and what is made of it. */
  readonly why: string;
  apply(character: Character): Character;
}

/** "One part", "3 parts". */
export const partsInWords = (count: number) => (count === 1 ? 'One part' : `${count} parts`);

export const DEGREE = Math.PI / 180;
