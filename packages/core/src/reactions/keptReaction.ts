import { array, number, object, string, type Schema } from 'yup';
import type { OrderedRecord } from '../records';
import { reactionFields, type Reaction, type ReactionTarget } from './reaction';

/** A target that is also known by what people call its control: another character has one of that name under another id. */
export interface NamedTarget extends ReactionTarget {
  readonly label: string;
}

/** A reaction kept with a production, to be given to any of its characters. */
export interface KeptReaction
  extends
    OrderedRecord,
    Pick<Reaction, 'name' | 'signal' | 'low' | 'high' | 'shaping' | 'mix' | 'weight'> {
  readonly targets: readonly NamedTarget[];
  /** What people call the control that it follows; null where it follows something else. */
  readonly follows: string | null;
}

const label = () => string().required().max(400);
const { muted: _muted, targets: _targets, ...fields } = reactionFields;

export const keptReactionSchema = object({
  ...fields,
  targets: array(
    object({
      control: string().required().max(400),
      amount: number().required().min(-10).max(10),
      label: label(),
    }),
  )
    .required()
    .max(32),
  follows: string().defined().nullable().max(400),
}) as unknown as Schema<KeptReaction>;
