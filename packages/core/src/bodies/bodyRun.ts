import type { PhysicsEngine } from './engine';
import { PlaceStore } from './placeStore';
import { INPUT, PLACE, type RigidInputs, type RigidSetting } from './rigid';
import { BODY_RATE, RigidWorld, type WorldState } from './rigidWorld';

/** Steps between states that are kept to go on from. */
const KEPT_EVERY = 2 * BODY_RATE;
/** What is kept at most, bytes: of states, and of where all was. */
const MOST_OF_STATES = 64 * 2 ** 20;
const MOST_OF_PLACES = 112 * 2 ** 20;
/** Live steps that are caught up with; of more the others are left out. */
const FOLLOWED_STEPS = 2 * BODY_RATE;

/**
 * The bodies of a scene. Each step comes out of the one before. Any can be asked for in any order and is the one of a
 * run from the start: wherever a state is kept, the run itself goes on from a copy made of that state.
 */
export class BodyRun {
  private world: RigidWorld | null = null;
  /** The step of the world. */
  private step = -1;
  /** What acted last. */
  private acting: { readonly step: number; readonly inputs: RigidInputs } | null = null;
  private readonly states = new Map<number, WorldState>();
  private bytes = 0;
  private readonly places = new PlaceStore(MOST_OF_PLACES);
  private readonly read: Float32Array;

  /** @param inputsAt what acts at a step from 0 on; the same step always gives the same */
  constructor(
    private readonly engine: PhysicsEngine,
    private readonly setting: RigidSetting,
    private readonly inputsAt: (step: number) => RigidInputs,
  ) {
    this.read = new Float32Array(setting.rigids.length * PLACE.numbers);
  }

  /** How many steps have to be worked out before one is known. */
  missing(step: number): number {
    return this.places.at(step) ? 0 : step - this.nearest(step);
  }

  /** Works out some of the steps that are missing before one is known. */
  approach(step: number, most: number): void {
    const missing = this.missing(step);
    if (missing > 0) this.reach(step - missing + Math.min(missing, most));
  }

  /** Where all is at a step, `PLACE.numbers` of each rigid piece. */
  placesAt(step: number): Float32Array {
    if (!this.places.at(step)) this.reach(step);
    return this.places.at(step)!;
  }

  /** Forgets all from a step on. */
  dropFrom(step: number): void {
    this.places.dropFrom(step);
    this.acting = null;
    for (const kept of [...this.states.keys()]) if (kept >= step) this.forget(kept);
    if (this.step >= step) this.free();
  }

  /** What goes on from a step with what can't be played again. */
  liveFrom(step: number, inputs: RigidInputs): LiveBodies {
    const { engine, setting } = this;
    // Whoever goes live does not wait: far from what is known all begins from its place.
    const far = step - this.nearest(step) > FOLLOWED_STEPS;
    if (!far) this.reach(step);
    const world = far
      ? RigidWorld.begin(engine, setting, inputs)
      : RigidWorld.from(engine, setting, this.world!.state);
    return new LiveBodies(engine, setting, world, step, inputs);
  }

  /** Gives the memory of the engine back. */
  free(): void {
    this.world?.free();
    this.world = null;
    this.step = -1;
  }

  /** Goes to a step, from the nearest one before it. */
  private reach(step: number): void {
    const near = this.nearest(step);
    if (near !== this.step) {
      this.free();
      const state = this.states.get(near);
      if (state) this.world = RigidWorld.from(this.engine, this.setting, state);
      this.step = near;
      if (state) this.note();
    }
    while (this.step < step) this.next();
  }

  private next(): void {
    const { acting } = this;
    const inputs = this.inputsAt(++this.step);
    const last = this.step - 1;
    const before = acting?.step === last ? acting.inputs : last < 0 ? null : this.inputsAt(last);
    this.acting = { step: this.step, inputs };
    this.world = wentOn(this.engine, this.setting, this.world, inputs, before);
    if (this.step % KEPT_EVERY === 0) this.keep();
    this.note();
  }

  private note(): void {
    this.world!.read(this.read);
    this.places.save(this.step, this.read);
  }

  /** Keeps the state of the world, and goes on from a copy of it, as whoever comes back to it does. */
  private keep(): void {
    const { state } = this.world!;
    if (!this.states.has(this.step)) {
      this.states.set(this.step, state);
      this.bytes += state.bytes.byteLength;
    }
    this.world!.free();
    this.world = RigidWorld.from(this.engine, this.setting, state);
    while (this.bytes > MOST_OF_STATES) this.forget(this.leastMissed());
  }

  /** The state without which the way to others grows least: the first keeps its place. */
  private leastMissed(): number {
    const steps = [...this.states.keys()].sort((a, b) => a - b);
    let [best, shortest] = [steps.at(-1)!, Infinity];
    for (let at = 1; at < steps.length - 1; at++) {
      const gap = steps[at + 1]! - steps[at - 1]!;
      if (gap < shortest) [best, shortest] = [steps[at]!, gap];
    }
    return best;
  }

  private forget(step: number): void {
    this.bytes -= this.states.get(step)?.bytes.byteLength ?? 0;
    this.states.delete(step);
  }

  /** The last step at or before one from which one can go on; -1: from the beginning. */
  private nearest(step: number): number {
    let best = this.world && this.step <= step ? this.step : -1;
    for (const kept of this.states.keys()) if (kept <= step && kept > best) best = kept;
    return best;
  }
}

/** Bodies that are performed just now: they go on from step to step and can't be played again. */
export class LiveBodies {
  /** Where all is just now, `PLACE.numbers` of each rigid piece. */
  readonly places: Float32Array;

  constructor(
    private readonly engine: PhysicsEngine,
    private readonly setting: RigidSetting,
    private world: RigidWorld,
    private step: number,
    private before: RigidInputs,
  ) {
    this.places = new Float32Array(setting.rigids.length * PLACE.numbers);
    world.read(this.places);
  }

  /** Whether one can go on to a step from here. */
  leadsTo(step: number): boolean {
    return step >= this.step && step - this.step <= FOLLOWED_STEPS;
  }

  /** Goes on to a step with what acts just now. @returns where all is, `PLACE.numbers` of each rigid piece */
  follow(step: number, inputs: RigidInputs): Float32Array {
    for (; this.step < step; this.step++) {
      this.world = wentOn(this.engine, this.setting, this.world, inputs, this.before);
      this.before = inputs;
    }
    this.world.read(this.places);
    return this.places;
  }

  /** Gives the memory of the engine back. */
  free(): void {
    this.world.free();
  }
}

/** A world one step further; begun where there is none yet, and where all begins again. */
function wentOn(
  engine: PhysicsEngine,
  setting: RigidSetting,
  world: RigidWorld | null,
  inputs: RigidInputs,
  before: RigidInputs | null,
): RigidWorld {
  const again = inputs[INPUT.again]! > 0.5 && before !== null && before[INPUT.again]! <= 0.5;
  if (world && !again) {
    world.advance(inputs);
    return world;
  }
  world?.free();
  return RigidWorld.begin(engine, setting, inputs);
}
