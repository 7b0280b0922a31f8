import {
  BODY_RATE,
  BodyRun,
  canBeHeld,
  INPUT,
  inputOf,
  isMoved,
  Obstacles,
  PLACE,
  type Body,
  type LiveBodies,
  type RigidInputs,
  type RigidPlace,
  type RigidShape,
} from '../bodies';
import { mapped, type Matrix, type Point } from '../geometry';
import { STAGE } from '../scene/scene';
import { FLICKS_PER_SECOND, type Flicks } from '../time';
import { matrixOf, placeOfPart } from './bodyCarriers';
import { inputsOfBodies, type BodiesProgram } from './bodiesProgram';
import type { Program } from './compile';
import type { Moved } from './moved';

const STEP: Flicks = FLICKS_PER_SECOND / BODY_RATE;
/** What is nearer to its place than this, stage units and radians, is in it. */
const THERE = { length: 0.05, turn: 5e-4 } as const;

/** Where parts stand that fell or were pushed, by their owners: maps from the artwork as drawn onto the stage. */
export type Fallen = ReadonlyMap<string, ReadonlyMap<string, Matrix>>;

/** Steps for which is kept what flies meets at them: emitters ask for the same ones, one after the other. */
const MOST_MET = 16;

const NOTHING_FELL: Fallen = new Map();
const NONE: ReadonlyMap<string, Matrix> = new Map();

/** Where the parts of one owner stand that fell. */
export function fallenOf(fallen: Fallen, owner: string): ReadonlyMap<string, Matrix> {
  return fallen.get(owner) ?? NONE;
}

/** The last step of bodies at or before a time; the first is step 0. */
export function bodyStepAt(time: Flicks): number {
  return Math.max(0, Math.floor(time / STEP));
}

/** The shape of a body where it is: convex rings, in stage units. */
export interface BodyOutline {
  readonly body: Body;
  readonly rings: readonly (readonly Point[])[];
}

/** The bodies of a scene as they fall, kept from frame to frame. */
export class SceneBodies {
  private made: BodiesProgram | null = null;
  private run: BodyRun | null = null;
  private live: LiveBodies | null = null;
  /** What flies meets at the steps that were asked for last. */
  private readonly met = new Map<number, Obstacles>();
  private known: { readonly time: Flicks; readonly fallen: Fallen } | null = null;

  /** @param moved how all moves as it can be played again; nothing falls in it */
  constructor(
    private readonly program: () => Program,
    private readonly moved: Moved,
  ) {}

  /** Forgets what may differ from a time on. */
  dropFrom(time: Flicks): void {
    this.known = null;
    this.met.clear();
    this.live = freed(this.live);
    if (Number.isFinite(time)) this.run?.dropFrom(bodyStepAt(time));
  }

  /** How many steps have to be worked out before a time can be seen. */
  missing(time: Flicks): number {
    return this.ready()?.missing(bodyStepAt(time) + 1) ?? 0;
  }

  /** Works out some of the steps that are missing. */
  approach(time: Flicks, most: number): void {
    this.ready()?.approach(bodyStepAt(time) + 1, most);
  }

  /** Whether what is set live moves bodies. @param live by its owners */
  touchedBy(live: ReadonlyMap<string, unknown>): boolean {
    this.ready();
    const owners = this.made?.owners ?? [];
    if (live.size === 0 || owners.length === 0) return false;
    return (
      live.has(STAGE) ||
      owners.some(({ owner, bodies }) => {
        return live.has(owner) || bodies.some(({ body }) => body.cue && live.has(body.cue.member));
      })
    );
  }

  /** Where all stands that fell. @param now how all moves just now where something is set live */
  at(time: Flicks, now: Moved | null): Fallen {
    const run = this.ready();
    if (!run) return NOTHING_FELL;
    const step = bodyStepAt(time);
    if (now) {
      this.known = null;
      const inputs = this.inputsAt(now, time);
      return this.fallen(inputs, this.follow(run, step, inputs), null, 0);
    }
    this.live = freed(this.live);
    if (this.known?.time === time) return this.known.fallen;
    const [from, to] = [run.placesAt(step), run.placesAt(step + 1)];
    const share = time / STEP - step;
    const fallen = this.fallen(this.inputsAt(this.moved, time), from, to, share);
    this.known = { time, fallen };
    return fallen;
  }

  /** Where all is at the last step at or before a time, `PLACE.numbers` of each rigid piece; none where nothing falls. */
  placesAt(time: Flicks): Float32Array {
    return this.ready()?.placesAt(bodyStepAt(time)) ?? new Float32Array();
  }

  /** The shapes of bodies where they are at a time, as it can be played again. */
  shapesAt(time: Flicks): readonly BodyOutline[] {
    const places = this.placesAt(time);
    return (this.made?.owners ?? []).flatMap(({ bodies }) =>
      bodies.map(({ body, pieces, first }) => ({
        body,
        rings: pieces.flatMap(({ rigid }, at) => {
          const place = placeBetween(places, null, 0, first + at);
          return Number.isNaN(place.x) ? [] : ringsOf(rigid.shape, place);
        }),
      })),
    );
  }

  /** What flies meets at a step, or just now where bodies are performed; null where nothing is in its way. */
  obstaclesAt(step: number): Obstacles | null {
    const run = this.ready();
    if (!run) return null;
    if (this.live) return new Obstacles(this.made!.setting.rigids, this.live.places);
    const at = Math.max(0, step);
    let obstacles = this.met.get(at);
    if (!obstacles) {
      obstacles = new Obstacles(this.made!.setting.rigids, run.placesAt(at));
      this.met.set(at, obstacles);
      if (this.met.size > MOST_MET) this.met.delete(this.met.keys().next().value!);
    }
    return obstacles;
  }

  private follow(run: BodyRun, step: number, inputs: RigidInputs): Float32Array {
    if (!this.live?.leadsTo(step)) {
      this.live = freed(this.live);
      this.live = run.liveFrom(step, inputs);
    }
    return this.live.follow(step, inputs);
  }

  /** The run of the bodies as they are now; another where they are others. */
  private ready(): BodyRun | null {
    const made = this.program().bodies.value;
    if (made === this.made) return this.run;
    this.run?.free();
    this.live = freed(this.live);
    this.known = null;
    this.met.clear();
    this.made = made;
    this.run =
      made &&
      new BodyRun(made.engine, made.setting, (step) => this.inputsAt(this.moved, step * STEP));
    return this.run;
  }

  private inputsAt(moved: Moved, time: Flicks): RigidInputs {
    const program = this.program();
    return inputsOfBodies(this.made!, program.stage.value.controls, {
      stage: moved.stageAt(time),
      poseOf: (owner) => moved.poseAt(owner, time),
      isCueOn: ({ cue }: Body) => moved.isCueOn(cue, time),
    });
  }

  private fallen(
    inputs: RigidInputs,
    from: Float32Array,
    to: Float32Array | null,
    share: number,
  ): Fallen {
    const owners = this.made!.owners.map(({ owner, bodies }) => {
      const places = bodies.flatMap(({ body, pieces, first }): [string, Matrix][] => {
        if (!isMoved(body) || inputs[inputOf(first) + INPUT.present] === 0) return [];
        const place = placeBetween(from, to, share, first);
        if (isThere(body, inputs, first, place)) return [];
        return [[body.part, placeOfPart(pieces[0]!, place)]];
      });
      return [owner, new Map(places)] as const;
    });
    return new Map(owners);
  }
}

const ROUND = Array.from({ length: 24 }, (_, at) => (at * Math.PI) / 12);

function ringsOf(shape: RigidShape, place: RigidPlace): BodyOutline['rings'] {
  const matrix = matrixOf(place);
  const rings =
    shape.kind === 'circle'
      ? [ROUND.flatMap((turn) => [shape.radius * Math.cos(turn), shape.radius * Math.sin(turn)])]
      : shape.pieces;
  return rings.map((ring) =>
    Array.from({ length: ring.length / 2 }, (_, at) =>
      mapped(matrix, { x: ring[2 * at]!, y: ring[2 * at + 1]! }),
    ),
  );
}

function freed(live: LiveBodies | null): null {
  live?.free();
  return null;
}

/** Where a piece is between two steps; the shorter way round. */
function placeBetween(from: Float32Array, to: Float32Array | null, share: number, rigid: number) {
  const own = rigid * PLACE.numbers;
  const [x, y, turn] = [from[own + PLACE.x]!, from[own + PLACE.y]!, from[own + PLACE.turn]!];
  if (!to) return { x, y, turn };
  const way = to[own + PLACE.turn]! - turn;
  const shorter = way - 2 * Math.PI * Math.round(way / (2 * Math.PI));
  return {
    x: x + share * (to[own + PLACE.x]! - x),
    y: y + share * (to[own + PLACE.y]! - y),
    turn: turn + share * shorter,
  };
}

/** Whether something stands where it would if nothing fell: it is painted there to the point, and may bend. */
function isThere(
  body: Body,
  inputs: RigidInputs,
  rigid: number,
  { x, y, turn }: ReturnType<typeof placeBetween>,
): boolean {
  const from = inputOf(rigid);
  if (canBeHeld(body) && inputs[from + INPUT.held] === 0) return false;
  const way = turn - inputs[from + INPUT.turn]!;
  const off = way - 2 * Math.PI * Math.round(way / (2 * Math.PI));
  // What is held moves on between the steps.
  const near = canBeHeld(body) ? 40 : 1;
  const away = Math.hypot(x - inputs[from + INPUT.x]!, y - inputs[from + INPUT.y]!);
  return away < near * THERE.length && Math.abs(off) < near * THERE.turn;
}
