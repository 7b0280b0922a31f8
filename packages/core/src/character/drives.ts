import type { BodyControl } from './bodyControl';
import type { Records } from '../records';

type Controls = Readonly<
  Record<string, Pick<BodyControl, 'id' | 'min' | 'max' | 'rest' | 'drives'>>
>;

/** Why controls can't drive each other as they say; null where all is well. */
export function driveProblem(controls: Records<BodyControl>): string | null {
  const order = drivingOrder(controls);
  if (order === null) return 'controls drive each other in a circle';
  const lost = Object.values(controls).find(({ drives }) =>
    drives.some(({ control }) => !Object.hasOwn(controls, control)),
  );
  return lost ? `“${lost.name}” drives a control that the character does not have` : null;
}

/** The ids of controls, each after all that drive it; null where they drive each other in a circle. */
function drivingOrder(controls: Controls): string[] | null {
  const order: string[] = [];
  const state = new Map<string, 'open' | 'done'>();
  const visit = (id: string): boolean => {
    if (state.get(id) === 'done' || !controls[id]) return true;
    if (state.get(id) === 'open') return false;
    state.set(id, 'open');
    const fine = controls[id].drives.every(({ control }) => visit(control));
    state.set(id, 'done');
    order.unshift(id);
    return fine;
  };
  return Object.keys(controls).every(visit) ? order : null;
}

/** Whether one control may drive another as well: not itself, not twice, and not in a circle. */
export function drivable(controls: Records<BodyControl>, id: string, other: string): boolean {
  const own = controls[id]!;
  if (id === other || own.drives.some(({ control }) => control === other)) return false;
  const drives = [...own.drives, { control: other, amount: 1 }];
  return drivingOrder({ ...controls, [id]: { ...own, drives } }) !== null;
}

const orders = new WeakMap<object, readonly string[]>();

/**
 * The values of controls with what others add to them: as far as a control is from its rest, as a share of the way to
 * its limit, so far it drives another, by an amount.
 *
 * @param valueOf what is set, by the id of a control
 */
export function drivenValues(
  controls: Records<BodyControl>,
  valueOf: (id: string) => number,
): (id: string) => number {
  let order = orders.get(controls);
  if (!order) orders.set(controls, (order = drivingOrder(controls) ?? []));
  if (!order.some((id) => controls[id]!.drives.length > 0)) return valueOf;
  const added = new Map<string, number>();
  const total = (id: string) => {
    const { min, max } = controls[id]!;
    return Math.max(min, Math.min(max, valueOf(id) + (added.get(id) ?? 0)));
  };
  for (const id of order) {
    const { rest, min, max, drives } = controls[id]!;
    const away = total(id) - rest;
    const share = away === 0 ? 0 : away / (away > 0 ? max - rest : rest - min);
    for (const { control, amount } of drives) {
      const driven = controls[control]!;
      const way = share * amount > 0 ? driven.max - driven.rest : driven.rest - driven.min;
      added.set(control, (added.get(control) ?? 0) + share * amount * way);
    }
  }
  return total;
}
