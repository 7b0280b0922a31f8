import { array, number, object, string, type Schema } from 'yup';
import type { Viseme } from '../../speech/visemes';
import { ROLES, type Role } from './words';

export type Side = 'left' | 'right';

/** What a mouth drawing shows. */
export interface DrawnSound {
  /** Sounds that it is drawn for; empty for one that has a number or an expression instead. */
  readonly visemes: readonly Viseme[];
  /** The mood that it is drawn in. */
  readonly mood: string | null;
  /** Share of the opening, for a sound drawn several times. */
  readonly loudness: number | null;
  /** Its place in a row. */
  readonly number: number | null;
  readonly expression: string | null;
}

/** What a part is. */
export interface Meaning {
  readonly role: Role | 'mouth drawing';
  /** The character's own side. */
  readonly side: Side | null;
  /** For mouth drawings. */
  readonly sound: DrawnSound | null;
}

export const meaningSchema = object({
  role: string()
    .required()
    .oneOf([...ROLES, 'mouth drawing']),
  side: string().oneOf(['left', 'right']).nullable().defined(),
  sound: object({
    visemes: array(number().required().integer().min(0).max(14)).required(),
    mood: string().nullable().defined(),
    loudness: number().nullable().defined(),
    number: number().nullable().defined(),
    expression: string().nullable().defined(),
  })
    .nullable()
    .defined(),
})
  .nullable()
  .defined() as unknown as Schema<Meaning | null>;
