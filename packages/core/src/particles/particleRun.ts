import { FLICKS_PER_SECOND, type Flicks } from '../time';
import { longestLife, roomInTheAir, type Emitter } from './emitter';
import { addParticles, countAt, fly, PARTICLE_RATE, SPLASH_STEPS } from './flight';
import type { ParticleInputs, Surroundings } from './surroundings';
import { Swarm } from './swarm';

const STEP: Flicks = FLICKS_PER_SECOND / PARTICLE_RATE;
/** States that are kept to go back to, and the steps between them. */
const MOST_KEPT = 16;
const KEPT_EVERY = 30;
/** Steps over which particles go on that can't be played again; after more they begin anew. */
const FOLLOWED_STEPS = 2 * PARTICLE_RATE;

/** The last step of particles at or before a time. */
export function particleStepAt(time: Flicks): number {
  return Math.floor(time / STEP);
}

export function timeOfParticleStep(step: number): Flicks {
  return step * STEP;
}

/**
 * The particles of an emitter. No particle acts on another one and each lives for a limited time, so that those of
 * any step come out of the steps of one life before it, in whatever order steps are asked for.
 */
export class ParticleRun {
  readonly swarm = new Swarm();
  private step: number | null = null;
  /** Where something acted on them that can't be played again, the steps at which they burst since; null: nothing did. */
  private burstLive: number[] | null = null;
  /** States by their steps, the one used last at the end. */
  private readonly kept = new Map<number, Float64Array>();
  /** Steps that matter to a particle. */
  private readonly window: number;

  constructor(
    private readonly emitter: Emitter,
    private readonly around: Surroundings,
  ) {
    this.window = Math.ceil(longestLife(emitter.style) * PARTICLE_RATE) + SPLASH_STEPS + 1;
  }

  /** Goes to a step. */
  seek(step: number): void {
    if (this.burstLive) this.begin();
    if (step === this.step) return;
    const first = this.around.settled ? step - this.window : Math.max(0, step - this.window);
    const near = this.nearest(step, first);
    // Those of steps before lack what came earlier, but for where nothing did.
    const whole = near === null && (first > 0 || this.around.settled) ? step : -Infinity;
    if (near === null) {
      this.swarm.clear();
      this.step = first - 1;
    } else if (near !== this.step) {
      this.swarm.restore(this.kept.get(near)!);
      this.step = near;
    }
    while (this.step! < step) {
      this.advance(this.step! + 1, (at) => this.around.inputsAt(at));
      if (this.step! >= whole && this.step! % KEPT_EVERY === 0) this.keep(this.step!);
    }
  }

  /** Goes on to a step with what acts on them just now: what can't be played again. */
  follow(step: number, now: ParticleInputs, before: ParticleInputs): void {
    if (this.step === null || step < this.step || step - this.step > FOLLOWED_STEPS) {
      this.begin();
      this.seek(step);
      return;
    }
    this.kept.clear();
    this.burstLive ??= [];
    const start = this.step;
    while (this.step < step) this.advance(this.step + 1, (at) => (at > start ? now : before));
  }

  /** Forgets all. */
  private begin(): void {
    this.kept.clear();
    this.burstLive = null;
    this.step = null;
  }

  private advance(step: number, inputsAt: (step: number) => ParticleInputs): void {
    const { emitter, around, swarm } = this;
    const inputs = inputsAt(step);
    addParticles(swarm, emitter, inputs, step, countAt(emitter, step, inputs.amount));
    const bursts = emitter.burst > 0 && inputs.burst && !inputsAt(step - 1).burst;
    if (bursts) {
      const most = Math.floor(roomInTheAir(emitter) / (1 + this.burstsBefore(step)));
      // Far from the keys of those that come by themselves.
      addParticles(swarm, emitter, inputs, -1 - step, Math.min(emitter.burst, most));
    }
    fly(swarm, emitter, around, inputs, step);
    swarm.tidy();
    this.step = step;
  }

  /** How many bursts went before a step within one life: the more, the less it brings, so that particles stay countable. */
  private burstsBefore(step: number): number {
    const first = step - this.window;
    if (this.burstLive) {
      this.burstLive = this.burstLive.filter((at) => at >= first);
      return this.burstLive.push(step) - 1;
    }
    const isOn = (at: number) => this.around.inputsAt(at).burst;
    let before = 0;
    for (let at = first; at < step; at++) if (isOn(at) && !isOn(at - 1)) before++;
    return before;
  }

  /** The last step from which one can go on; null: none that is near enough. */
  private nearest(step: number, first: number): number | null {
    let best: number | null = null;
    for (const at of [...this.kept.keys(), ...(this.step === null ? [] : [this.step])]) {
      if (at <= step && at >= first && (best === null || at > best)) best = at;
    }
    return best;
  }

  private keep(step: number): void {
    this.kept.delete(step);
    this.kept.set(step, this.swarm.saved);
    if (this.kept.size > MOST_KEPT) this.kept.delete(this.kept.keys().next().value!);
  }
}
