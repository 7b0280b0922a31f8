import type { RigidBody, World } from '@dimforge/rapier2d-deterministic-compat';
import { PARTICLE_RATE } from '../particles';
import { canBeHeld, isMoved } from './body';
import type { PhysicsEngine } from './engine';
import {
  INPUT,
  inputOf,
  PLACE,
  STAGE_METRES,
  unitOf,
  type Rigid,
  type RigidInputs,
  type RigidSetting,
} from './rigid';
import { layOut, type RigidLayout } from './rigidLayout';

/** Steps a second in which bodies move: those of particles, which meet them. */
export const BODY_RATE = PARTICLE_RATE;
const STEP = 1 / BODY_RATE;
/** Steps over which all comes to rest before a scene begins. */
const SETTLING = 4 * BODY_RATE;
/** What is performed further than this in a step was not moved but set elsewhere; heights of the stage. */
const LEAP = 0.25;
/** Steps over which something comes back that is held again. */
const RETURNING = 24;
/** How fast the wind takes along what it blows at, a second; and what of that wakes something at rest, metres a second each second. */
const BLOWN = 1.6;
const WAKES = 0.6;

/** All that is needed to go on from a step. */
export interface WorldState {
  readonly bytes: Uint8Array;
  /** Steps until each piece that comes back is in its place. */
  readonly returning: Uint8Array;
  readonly layout: RigidLayout;
}

/** Rigid bodies that fall and push each other, in steps of fixed length. In here all is in metres. */
export class RigidWorld {
  private readonly bodies: readonly RigidBody[];

  private constructor(
    private readonly setting: RigidSetting,
    private readonly world: World,
    private readonly layout: RigidLayout,
    private readonly returning: Uint8Array,
  ) {
    this.bodies = layout.handles.map((handle) => world.getRigidBody(handle));
  }

  /** Sets up all where it stands at a step, and lets it come to rest where the scene says so. */
  static begin(engine: PhysicsEngine, setting: RigidSetting, inputs: RigidInputs): RigidWorld {
    const world = new engine.World({ x: 0, y: setting.gravity });
    world.timestep = STEP;
    const layout = layOut(engine, world, setting, inputs);
    const begun = new RigidWorld(setting, world, layout, new Uint8Array(setting.rigids.length));
    if (setting.settled) for (let step = 0; step < SETTLING; step++) begun.advance(inputs);
    return begun;
  }

  /** A world in a state that was kept: what goes on from there is always the same, to the bit. */
  static from(engine: PhysicsEngine, setting: RigidSetting, state: WorldState): RigidWorld {
    const world = engine.World.restoreSnapshot(state.bytes);
    world.timestep = STEP;
    return new RigidWorld(setting, world, state.layout, state.returning.slice());
  }

  get state(): WorldState {
    const { layout, returning } = this;
    return { bytes: this.world.takeSnapshot(), returning: returning.slice(), layout };
  }

  /** Gives its memory back. */
  free(): void {
    this.world.free();
  }

  /** Goes on by one step, to that at which these act. */
  advance(inputs: RigidInputs): void {
    this.setting.rigids.forEach(({ body }, at) => {
      const [rigid, from] = [this.bodies[at]!, inputOf(at)];
      const present = inputs[from + INPUT.present]! > 0;
      if (rigid.isEnabled() !== present) rigid.setEnabled(present);
      if (!present) return;
      if (body.kind === 'solid') this.drive(rigid, inputs, from);
      else if (body.kind === 'springy') this.pull(rigid, body.spring, inputs, from);
      else if (canBeHeld(body)) this.hold(at, inputs, from);
      if (isMoved(body) && rigid.isDynamic()) this.blow(rigid, body, inputs[INPUT.wind]!);
    });
    this.layout.step(this.world);
  }

  /** Writes where all is, `PLACE.numbers` of each rigid piece, in stage units. */
  read(places: Float32Array): void {
    const unit = unitOf(this.setting);
    this.bodies.forEach((rigid, at) => {
      const { x, y } = rigid.translation();
      const own = at * PLACE.numbers;
      places[own + PLACE.x] = rigid.isEnabled() ? x * unit : NaN;
      places[own + PLACE.y] = y * unit;
      places[own + PLACE.turn] = rigid.rotation();
    });
  }

  /** Moves what is performed to where it is performed: with its true speed, but for leaps. */
  private drive(rigid: RigidBody, inputs: RigidInputs, from: number): void {
    const target = this.targetOf(inputs, from);
    const turn = inputs[from + INPUT.turn]!;
    const { x, y } = rigid.translation();
    const far = LEAP * STAGE_METRES;
    if ((target.x - x) ** 2 + (target.y - y) ** 2 > far * far) {
      rigid.setTranslation(target, true);
      rigid.setRotation(turn, true);
    }
    rigid.setNextKinematicTranslation(target);
    rigid.setNextKinematicRotation(turn);
  }

  /** Holds something loose in its place, to which it comes back in a while; or lets it go with the speed that it has. */
  private hold(at: number, inputs: RigidInputs, from: number): void {
    const [rigid, { returning }] = [this.bodies[at]!, this];
    const { performed, loose } = this.layout.types;
    const held = inputs[from + INPUT.held]! > 0;
    if (!held) {
      if (!rigid.isDynamic()) rigid.setBodyType(loose, true);
      return;
    }
    if (rigid.isDynamic()) {
      rigid.setBodyType(performed, true);
      returning[at] = RETURNING;
    }
    const left = returning[at]!;
    if (left === 0) return this.drive(rigid, inputs, from);
    returning[at] = left - 1;
    const target = this.targetOf(inputs, from);
    const { x, y } = rigid.translation();
    const turn = rigid.rotation();
    const way = wayBetween(turn, inputs[from + INPUT.turn]!);
    rigid.setNextKinematicTranslation({
      x: x + (target.x - x) / left,
      y: y + (target.y - y) / left,
    });
    rigid.setNextKinematicRotation(turn + way / left);
  }

  /** Pulls something springy to its place: a damped spring, stepped so that it holds however stiff it is. */
  private pull(
    rigid: RigidBody,
    { rate, damping }: Rigid['body']['spring'],
    inputs: RigidInputs,
    from: number,
  ) {
    const frequency = 2 * Math.PI * rate;
    const [stiff, damped] = [frequency * frequency, 2 * damping * frequency];
    const left = 1 / (1 + STEP * damped + STEP * STEP * stiff);
    const target = this.targetOf(inputs, from);
    const { x, y } = rigid.translation();
    const speed = rigid.linvel();
    const next = {
      x: (speed.x + STEP * stiff * (target.x - x)) * left,
      y: (speed.y + STEP * stiff * (target.y - y)) * left,
    };
    const way = wayBetween(rigid.rotation(), inputs[from + INPUT.turn]!);
    rigid.setLinvel(next, true);
    rigid.setAngvel((rigid.angvel() + STEP * stiff * way) * left, true);
  }

  private blow(rigid: RigidBody, { wind }: Rigid['body'], speed: number): void {
    if (speed === 0 || wind === 0) return;
    const faster = wind * BLOWN * (speed / unitOf(this.setting) - rigid.linvel().x);
    const wakes = Math.abs(faster) > WAKES;
    if (rigid.isSleeping() && !wakes) return;
    rigid.applyImpulse({ x: rigid.mass() * faster * STEP, y: 0 }, wakes);
  }

  private targetOf(inputs: RigidInputs, from: number) {
    const unit = unitOf(this.setting);
    return { x: inputs[from + INPUT.x]! / unit, y: inputs[from + INPUT.y]! / unit };
  }
}

/** The shorter way from one turn to another, radians. */
function wayBetween(from: number, to: number): number {
  const way = to - from;
  return way - 2 * Math.PI * Math.round(way / (2 * Math.PI));
}
