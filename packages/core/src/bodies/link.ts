import { number, object, string, type Schema } from 'yup';
import type { Point } from '../geometry';
import type { OrderedRecord } from '../records';
import { pointSchema } from '../character/part';

/** One end of a link: a body, and a point in units of its artwork as drawn; of none, a point of the stage. */
export interface LinkEnd {
  readonly body: string | null;
  readonly at: Point;
}

/** What holds two bodies together, or one of them to the stage. */
export interface Link extends OrderedRecord {
  /** A hinge keeps both points together; a rope keeps them from going further apart than its length. */
  readonly kind: 'hinge' | 'rope';
  readonly from: LinkEnd & { readonly body: string };
  readonly to: LinkEnd;
  /** Of a rope, as a share of the distance at which its ends are when nothing moves. */
  readonly slack: number;
}

export const MOST_LINKS = 200;
export const MOST_SLACK = 4;

export const linkSchema = object({
  ...{ id: string().required(), order: string().required() },
  kind: string().required().oneOf(['hinge', 'rope']),
  from: object({ body: string().required(), at: pointSchema }),
  to: object({ body: string().defined().nullable(), at: pointSchema }),
  slack: number().required().min(1).max(MOST_SLACK),
}) as unknown as Schema<Link>;
