import { array, number, object, string, type Schema } from 'yup';
import type { Point } from '../../geometry';
import { inOrder, type OrderedRecord, type Records } from '../../records';
import type { BodyControl } from '../bodyControl';

/**
 * Two controls that are set together, by a point. Places on it are shares of the way of each control: 0 at its rest,
 * 1 at its largest value, -1 at its smallest; x of the one across, y of the one down.
 */
export interface Pad extends OrderedRecord {
  readonly name: string;
  /** Ids of the controls. */
  readonly across: string;
  readonly down: string;
  /** Places at which both together are not enough, each with the control that is shown there as well. */
  readonly corners: readonly PadCorner[];
  /** As far as it may go, by example: it stays within the hull of these places; fewer than three are no limit. */
  readonly limits: readonly Point[];
}

export interface PadCorner extends Point {
  /** Id of the control that is at its largest value there, and at rest at all other corners and along both axes. */
  readonly control: string;
}

const MOST_PLACES = 100;
const share = () => number().required().min(-1).max(1);

export const padSchema = object({
  id: string().required(),
  order: string().required(),
  name: string().trim().required().max(200),
  across: string().required(),
  down: string().required(),
  corners: array(object({ x: share(), y: share(), control: string().required() }))
    .required()
    .max(MOST_PLACES),
  limits: array(object({ x: share(), y: share() }))
    .required()
    .max(MOST_PLACES),
}) as unknown as Schema<Pad>;

/** The pads of a character as people put them in order. */
export function padsOf({ pads }: { readonly pads: Records<Pad> }): readonly Pad[] {
  return inOrder(pads);
}

/** Why pads can't set controls as they say; null where all is well. */
export function padProblem(pads: Records<Pad>, controls: Records<BodyControl>): string | null {
  const taken = new Set<string>();
  for (const { name, across, down, corners } of Object.values(pads)) {
    const set = [across, down, ...corners.map(({ control }) => control)];
    if (!set.every((id) => Object.hasOwn(controls, id))) {
      return `“${name}” sets a control that the character does not have`;
    }
    if (set.some((id) => taken.has(id)) || new Set(set).size < set.length) {
      return `“${name}” sets a control that is set already`;
    }
    set.forEach((id) => taken.add(id));
  }
  return null;
}

/** Where a value lies on the way of a control: -1 at its smallest, 0 at rest, 1 at its largest. */
export function shareOf(
  { min, max, rest }: Pick<BodyControl, 'min' | 'max' | 'rest'>,
  value: number,
): number {
  const way = value > rest ? max - rest : rest - min;
  return way === 0 ? 0 : (value - rest) / way;
}

/** The value at a place of the way of a control. */
export function valueAtShare(
  { min, max, rest }: Pick<BodyControl, 'min' | 'max' | 'rest'>,
  share: number,
): number {
  return rest + share * (share > 0 ? max - rest : rest - min);
}
