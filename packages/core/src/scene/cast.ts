import { boolean, number, object, string, type Schema } from 'yup';
import { inOrder, type OrderedRecord, type Records } from '../records';

/** A character on a stage; back to front by their order. The same character may stand there twice. */
export interface CastMember extends OrderedRecord {
  /** Id of the character's document. */
  readonly character: string;
  /** What it is called in this scene; null for the character's own name. */
  readonly name: string | null;
  /** Where the middle of the artwork's lower edge stands, in stage units. */
  readonly x: number;
  readonly y: number;
  /** Stage units for one unit of the artwork. */
  readonly scale: number;
  /** Clockwise about where it stands, radians. */
  readonly turn: number;
  /** Whether left and right are changed over. */
  readonly mirrored: boolean;
  /** One that is hidden is not seen; its lines are still heard. */
  readonly hidden: boolean;
  /** One that is locked stays where it is. */
  readonly locked: boolean;
  /** Members with the same group are moved and scaled together; null for one by itself. */
  readonly group: string | null;
}

export const castMemberSchema: Schema<CastMember> = object({
  id: string().required(),
  order: string().required(),
  character: string().required(),
  name: string().trim().min(1).max(200).defined().nullable(),
  x: number().required(),
  y: number().required(),
  scale: number().required().positive(),
  turn: number().required(),
  mirrored: boolean().required(),
  hidden: boolean().required(),
  locked: boolean().required(),
  group: string().min(1).max(64).defined().nullable(),
});

/** A member as it comes onto the stage: upright, seen, by itself. */
export function standing(
  place: Pick<CastMember, 'id' | 'character' | 'x' | 'y' | 'scale'>,
): Omit<CastMember, 'order'> {
  return {
    ...{ name: null, turn: 0, mirrored: false, hidden: false, locked: false, group: null },
    ...place,
  };
}

/** The cast, back to front. */
export function castOf({ cast }: { readonly cast: Records<CastMember> }): readonly CastMember[] {
  return inOrder(cast);
}
