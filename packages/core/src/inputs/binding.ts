import { array, boolean, lazy, number, object, string, type Schema } from 'yup';
import type { InputReading } from './reading';

/** What an input does: it fires a cue while it is pressed, or moves a control. */
export type BindingAction =
  | { readonly kind: 'cue'; readonly cue: string }
  | {
      readonly kind: 'control';
      /** As a reaction names what it moves. */
      readonly target: string;
      /** How far it goes, from rest to its limit; below 0 to the other side. */
      readonly amount: number;
      /** Whether the control rests in the middle of a way that goes from 0 to 1. */
      readonly centred: boolean;
    };

/** An input of a device, and what it does. */
export interface Binding {
  readonly input: string;
  readonly kind: InputReading['kind'];
  readonly action: BindingAction;
}

const ACTIONS = {
  cue: object({ cue: string().required() }),
  control: object({
    target: string().required().max(400),
    amount: number().required().min(-1).max(1),
    centred: boolean().required(),
  }),
} as const;

/** Checks what is kept of a device's bindings. */
export const bindingsSchema = array(
  object({
    input: string().required().max(100),
    kind: string().required().oneOf(['button', 'knob']),
    action: lazy((value: unknown) => {
      const kind = (value as { kind?: unknown } | null)?.kind;
      const fields = object({ kind: string().required().oneOf(Object.keys(ACTIONS)) });
      const known = typeof kind === 'string' && Object.hasOwn(ACTIONS, kind);
      return known ? fields.concat(ACTIONS[kind as keyof typeof ACTIONS] as never) : fields;
    }),
  }),
)
  .required()
  .max(200) as unknown as Schema<readonly Binding[]>;

/** How far what is bound goes at a reading, as a share of its way: -1 to 1. */
export function shareOfReading(
  { amount, centred }: Extract<BindingAction, { kind: 'control' }>,
  { value }: Pick<InputReading, 'value'>,
): number {
  return amount * (centred ? 2 * value - 1 : value);
}
