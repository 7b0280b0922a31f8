import { STEP_RATE } from './simulation';

/** Every step of so many seconds before the latest is kept, … */
const EVERY_STEP = 2 * STEP_RATE;
/** … one a second of so many, and one in three seconds of all before. */
const FAR_APART = 3 * STEP_RATE;
const EVERY_SECOND = 60 * STEP_RATE;
/** Steps after which old checkpoints are thinned out again. */
const TIDY_AFTER = 2 * STEP_RATE;

/** States of simulations at some steps, from which others are reached: many close to the latest, few far from it. */
export class Checkpoints {
  private readonly states = new Map<number, Float64Array>();
  private untidy = 0;

  get size(): number {
    return this.states.size;
  }

  save(step: number, state: Float64Array): void {
    this.states.set(step, state.slice());
    if (++this.untidy < TIDY_AFTER) return;
    this.untidy = 0;
    for (const kept of this.states.keys()) {
      if (!isKept(kept, Math.abs(step - kept))) this.states.delete(kept);
    }
  }

  /** The latest checkpoint at or before a step; null where there is none. */
  before(step: number): { readonly step: number; readonly state: Float64Array } | null {
    const exact = this.states.get(step);
    if (exact) return { step, state: exact };
    let best = -1;
    for (const kept of this.states.keys()) if (kept <= step && kept > best) best = kept;
    return best < 0 ? null : { step: best, state: this.states.get(best)! };
  }

  /** Forgets all from a step on. */
  dropFrom(step: number): void {
    for (const kept of this.states.keys()) if (kept >= step) this.states.delete(kept);
  }
}

function isKept(step: number, distance: number): boolean {
  if (distance <= EVERY_STEP) return true;
  return step % (distance <= EVERY_SECOND ? STEP_RATE : FAR_APART) === 0;
}
