import { clamp } from '../numbers';
import type { InputReading } from './reading';

/** How a gamepad stands: its axes from -1 to 1, its buttons from 0 to 1. */
export interface PadState {
  readonly axes: readonly number[];
  readonly buttons: readonly number[];
}

/** A stick that is let go never stands quite in the middle. */
const DEAD_ZONE = 0.12;
/** What differs by less is the same. */
const LEAST = 0.004;

/** What of a gamepad is another than before. @param before null for the first time: what is at rest is not told then */
export function gamepadReadings(before: PadState | null, now: PadState): InputReading[] {
  const differs = (one: number | undefined, other: number) => Math.abs((one ?? 0) - other) > LEAST;
  const sticks = now.axes.flatMap((axis, at): InputReading[] => {
    const value = outOfDeadZone(axis);
    const known = before?.axes[at];
    return differs(known === undefined ? undefined : outOfDeadZone(known), value)
      ? [{ input: nameOfAxis(at), kind: 'knob', value }]
      : [];
  });
  const buttons = now.buttons.flatMap((value, at): InputReading[] =>
    differs(before?.buttons[at], value)
      ? [{ input: `button ${at + 1}`, kind: 'button', value: clamp(value, 0, 1) }]
      : [],
  );
  return [...sticks, ...buttons];
}

/** An axis of which the middle is wide, and still reaches both ends. */
function outOfDeadZone(axis: number): number {
  const away = Math.max(0, Math.abs(clamp(axis, -1, 1)) - DEAD_ZONE) / (1 - DEAD_ZONE);
  return away === 0 ? 0 : Math.sign(axis) * away;
}

/** Axes come in pairs, across and down. */
function nameOfAxis(at: number): string {
  return `stick ${1 + Math.floor(at / 2)} ${at % 2 === 0 ? 'across' : 'down'}`;
}
