import type { ControlValues } from '../controls';
import { FLICKS_PER_SECOND, type Flicks } from '../time';

/** Steps a second of every simulation. */
export const STEP_RATE = 120;
const STEP: Flicks = FLICKS_PER_SECOND / STEP_RATE;

/**
 * A movement that depends on what was before: it can't be told from the time alone, and goes on in fixed steps.
 * It reads the controls of its character as they are at each step and writes others. To give the same numbers on
 * every machine it only adds and multiplies, and rounds what it reads.
 */
export interface Simulation {
  readonly id: string;
  /** The slots of the controls that it reads. */
  readonly reads: readonly number[];
  /** How many numbers it remembers from step to step. */
  readonly size: number;
  /** Sets up the state for the first step. */
  init(state: Float64Array, values: ControlValues): void;
  /** Goes on by one step, to that at which the controls have these values. */
  step(state: Float64Array, values: ControlValues): void;
  /** Writes what it moves. */
  write(state: Float64Array, values: ControlValues): void;
}

/** The last step at or before a time; the first is step 0. */
export function stepAt(time: Flicks): number {
  return Math.max(0, Math.floor(time / STEP));
}

export function timeOfStep(step: number): Flicks {
  return step * STEP;
}
