import type { Control, ControlOverrides, ControlSet, ControlValue } from '../controls';

/** Where what a target names is set. */
export interface TargetPlace {
  readonly control: Exclude<Control, { kind: 'choice' }>;
  readonly slot: number;
  /** How far it goes to either side where something moves it wholly. */
  readonly up: number;
  readonly down: number;
}

/** The id of the control that a target names, without the axis of a point. */
export const controlOfTarget = (target: string) => target.replace(/\/[xy]$/, '');

/** All targets of a character: each range, and both axes of each point. */
export function targetsOf({ controls }: ControlSet): readonly string[] {
  return controls.flatMap(({ id, kind }) => {
    if (kind === 'choice') return [];
    return kind === 'point' ? [`${id}/x`, `${id}/y`] : [id];
  });
}

/** What people call what a target names. */
export function labelOfTarget(controls: ControlSet, target: string): string {
  const label = controls.get(controlOfTarget(target))?.label ?? 'A control';
  if (target.endsWith('/x')) return `${label}, across`;
  return target.endsWith('/y') ? `${label}, down` : label;
}

/** Finds what a target names; null where it is not there, is a choice, or a point without an axis. */
export function placeOfTarget(controls: ControlSet, target: string): TargetPlace | null {
  const id = controlOfTarget(target);
  const [control, slot] = [controls.get(id), controls.slots.get(id)];
  if (!control || slot === undefined || control.kind === 'choice') return null;
  if (control.kind === 'range') {
    const { min, max, rest, reach } = control;
    return { control, slot, up: reach ?? max - rest, down: reach ?? rest - min };
  }
  if (!target.includes('/')) return null;
  const axis = target.endsWith('/y') ? 'y' : 'x';
  const reach = control.reach[axis];
  return { control, slot: axis === 'y' ? slot + 1 : slot, up: reach, down: reach };
}

/** The value of a target that goes so far from rest to its limit, -1 to 1. */
export function valueOfShare(controls: ControlSet, { slot, up, down }: TargetPlace, share: number) {
  return controls.rest[slot]! + share * (share > 0 ? up : down);
}

/** Targets as values of the controls that they belong to; the other axis of a point stays at rest. */
export function overridesOf(
  controls: ControlSet,
  moved: ReadonlyMap<string, number>,
): ControlOverrides {
  const overrides = new Map<string, ControlValue>();
  for (const [target, value] of moved) {
    const place = placeOfTarget(controls, target);
    if (!place) continue;
    const { control } = place;
    const id = controlOfTarget(target);
    if (control.kind === 'range') overrides.set(id, value);
    else {
      const point = (overrides.get(id) as { x: number; y: number } | undefined) ?? control.rest;
      overrides.set(id, target.endsWith('/x') ? { ...point, x: value } : { ...point, y: value });
    }
  }
  return overrides;
}
