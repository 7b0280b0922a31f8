import type { Simulation } from './simulation';

/**
 * What is left of a distance after one step, and its natural logarithm: a critically damped spring of 19.5 rad/s,
 * which is nine tenths of the way after 0.2 s. Both are written out, since exponentials differ between machines.
 */
const KEPT = 0.85;
const RATE = 0.16251892949777494;
/** What it follows is rounded to this, for it comes from exponentials. */
const GRAIN = 4096;
/** Nearer than this, and slower, it is there. */
const THERE = 1e-3;

/**
 * One number follows another softly, without overshooting: a critically damped spring, stepped by its exact
 * solution for a goal that stands still during the step.
 *
 * @param from the slot that is followed
 * @param to the slot that follows
 */
export function softFollow(id: string, from: number, to: number): Simulation {
  const goalIn = (values: Float64Array) => Math.round(values[from]! * GRAIN) / GRAIN;
  return {
    id,
    reads: [from],
    /** Where it is, and how far it moves in one step. */
    size: 2,
    init(state, values) {
      state[0] = goalIn(values);
      state[1] = 0;
    },
    step(state, values) {
      const goal = goalIn(values);
      const away = state[0]! - goal;
      const push = state[1]! + RATE * away;
      const left = (away + push) * KEPT;
      const speed = (state[1]! - RATE * push) * KEPT;
      const there = Math.abs(left) < THERE && Math.abs(speed) < THERE;
      state[0] = there ? goal : goal + left;
      state[1] = there ? 0 : speed;
    },
    write(state, values) {
      values[to] = state[0]!;
    },
  };
}
