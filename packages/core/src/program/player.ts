import { posedElsewhere } from '../character/placed';
import { itemsOf } from '../character/posed';
import { poseOf } from '../character/poseOf';
import { inLayers, mixControls, type ControlSource, type ControlValues } from '../controls';
import type { Frame, FrameItem } from '../frame';
import type { Matrix } from '../geometry';
import { AT_REST, type Pose } from '../pose';
import { withParticles } from './depths';
import { STAGE } from '../scene/scene';
import { SimulationRun, stepAt, timeOfStep } from '../simulation';
import type { Flicks } from '../time';
import { changedFrom, stageChangedFrom } from './changes';
import type { Program } from './compile';
import type { MemberProgram } from './memberProgram';
import { isCueOn } from './cueOn';
import { drawnOf } from './drawnOf';
import type { Moved, MovedAndFallen } from './moved';
import { isLiveCue, NOTHING_LIVE, type LiveSources } from './liveSources';
import { fallenOf, SceneBodies, type BodyOutline, type Fallen } from './sceneBodies';
import { isLive, SceneParticles } from './sceneParticles';
import { seenCaptions } from './seenCaptions';
import { backdropPoseAt, stageAt, stageValues, type StageProgram } from './stageProgram';

/** What is seen of a cast member at a time. */
interface Seen {
  readonly own: MemberProgram;
  /** Null where it was set live: the same time may show something else then. */
  readonly time: Flicks | null;
  readonly values: ControlValues;
  readonly fallen: ReadonlyMap<string, Matrix>;
  readonly items: readonly FrameItem[];
}

/** Which part of a scene is seen; what is left out still moves what is seen. */
export interface PlayerView {
  /** The cast member who is seen alone; null: everybody. */
  readonly only: string | null;
  readonly backdrop: boolean;
  readonly captions: boolean;
}

const EVERYTHING: PlayerView = { only: null, backdrop: true, captions: true };

/** Times for which the controls of the stage are kept. */
const MOST_STAGES = 32;
/** Steps over which a live character goes on from where it was; after more it begins anew. */
const LIVE_STEPS = 240;

/**
 * Plays a program: gives any of its frames, in any order. The same program and time always give the same frame, in
 * the studio, in a film and live. What is set live can't be played again; there the time goes on from the time
 * before.
 */
export class Player {
  private readonly runs = new Map<string, SimulationRun>();
  private readonly live = new Map<string, { readonly run: SimulationRun; step: number }>();
  /** What of each member was seen last: an edit of one leaves the others as they are, and so does time that moves nothing. */
  private readonly seen = new Map<string, Seen>();
  private stageSeen: { program: StageProgram | null; values: Map<Flicks, ControlValues> } = {
    ...{ program: null, values: new Map() },
  };
  private readonly particles = new SceneParticles();
  private readonly bodies = new SceneBodies(() => this.program, this.performed(NOTHING_LIVE));

  constructor(
    private program: Program,
    private readonly view: PlayerView = EVERYTHING,
  ) {}

  /** Takes over another program of the scene; what was simulated before the first difference is kept. */
  swap(program: Program): void {
    const before = this.program;
    if (program === before) return;
    this.program = program;
    for (const kept of [this.runs, this.seen]) {
      for (const id of kept.keys()) if (!program.memos.has(id)) kept.delete(id);
    }
    let fallsFrom = stageChangedFrom(before, program);
    for (const [id, from] of changedFrom(before, program)) {
      fallsFrom = Math.min(fallsFrom, from);
      const [was, is] = [before.memos.get(id)?.value, program.memos.get(id)!.value];
      if (was?.controls !== is.controls || was.simulations !== is.simulations) {
        this.runs.delete(id);
        this.live.delete(id);
      } else if (Number.isFinite(from)) this.runs.get(id)?.dropFrom(stepAt(from));
    }
    this.bodies.dropFrom(fallsFrom);
  }

  /** How many steps of what falls have to be worked out before a time can be seen. */
  missingSteps(time: Flicks): number {
    return this.bodies.missing(time);
  }

  /** Works out some of those that are missing, so that no frame has to wait for all of them. */
  approach(time: Flicks, most: number): void {
    this.bodies.approach(time, most);
  }

  /** What is seen at a time. */
  seek(time: Flicks, live: LiveSources = NOTHING_LIVE): Frame {
    const { scene, members, stage } = this.program;
    const { only, backdrop, captions } = this.view;
    const fallen = this.fallenAt(time, live);
    const ofStage = fallenOf(fallen, STAGE);
    const { behind, inFront, light } = stageAt(stage.value, scene, time, live.get(STAGE), ofStage);
    const items = members.flatMap((own) => {
      const { id, hidden } = own.member;
      return only === id || (only === null && !hidden)
        ? this.itemsOf(own, time, live, fallenOf(fallen, id))
        : [];
    });
    const { width, height, background } = scene.stage;
    const written = captions
      ? seenCaptions(this.program, time).flatMap((caption) => caption.items)
      : [];
    const layers = backdrop ? { behind, items, inFront } : { behind: [], items, inFront: [] };
    const played = withParticles(scene, layers, only === null ? this.flying(time, live) : []);
    return { width, height, background, items: [...played, ...light(played), ...written] };
  }

  private flying(time: Flicks, live: LiveSources) {
    const { program, particles } = this;
    const now = isLive(program, live) ? this.fallenAs(live) : null;
    return particles.at(program, time, this.fallenAs(NOTHING_LIVE), now);
  }

  /** The shapes of what falls and pushes, at a time. */
  bodyShapesAt(time: Flicks): readonly BodyOutline[] {
    return this.bodies.shapesAt(time);
  }

  private fallenAt(time: Flicks, live: LiveSources): Fallen {
    return this.bodies.at(time, this.bodies.touchedBy(live) ? this.performed(live) : null);
  }

  private stageValuesAt(time: Flicks, live: LiveSources): ControlValues {
    const { stage } = this.program;
    const set = live.get(STAGE);
    if (set) return stageValues(stage.value, time, set);
    // Bodies and emitters ask for the same steps, one after the other.
    if (this.stageSeen.program !== stage.value) {
      this.stageSeen = { program: stage.value, values: new Map() };
    }
    const { values } = this.stageSeen;
    let known = values.get(time);
    if (!known) {
      values.set(time, (known = stageValues(stage.value, time, undefined)));
      if (values.size > MOST_STAGES) values.delete(values.keys().next().value!);
    }
    return known;
  }

  /** How all moves, but for what falls. */
  private performed(live: LiveSources): Moved {
    return {
      stageAt: (at) => this.stageValuesAt(at, live),
      poseAt: (owner, at) => this.performedPoseAt(owner, at, live),
      isCueOn: (cue, at) => isLiveCue(live, cue) || isCueOn(this.program, cue, at),
    };
  }

  /** How all moves, and falls. */
  private fallenAs(live: LiveSources): MovedAndFallen {
    return {
      ...this.performed(live),
      obstaclesAt: (step) => this.bodies.obstaclesAt(step),
      poseAt: (owner, at) => this.poseAt(owner, at, live),
    };
  }

  private itemsOf(
    own: MemberProgram,
    time: Flicks,
    live: LiveSources,
    fallen: ReadonlyMap<string, Matrix>,
  ): readonly FrameItem[] {
    const { id } = own.member;
    const known = this.seen.get(id);
    const isLive = live.has(id);
    const same = known?.own === own && sameMaps(known.fallen, fallen);
    if (same && known.time === time && !isLive) return known.items;
    const values = this.values(own, time, live);
    const still = same && alike(known.values, values);
    const items = still ? known.items : paintedAs(own, values, fallen);
    this.seen.set(id, { own, time: isLive ? null : time, values, fallen, items });
    return items;
  }

  /** What moves the parts of a cast member, or of the backdrop, at a time, also where they fell to; of what is not there, nothing. */
  poseAt(owner: string, time: Flicks, live: LiveSources = NOTHING_LIVE): Pose {
    const pose = this.performedPoseAt(owner, time, live);
    const drawn = drawnOf(this.program, owner);
    if (!drawn) return pose;
    return posedElsewhere(
      drawn.parts,
      drawn.place,
      pose,
      fallenOf(this.fallenAt(time, live), owner),
    );
  }

  /** The same, but for what fell. */
  performedPoseAt(owner: string, time: Flicks, live: LiveSources = NOTHING_LIVE): Pose {
    const { scene, stage } = this.program;
    if (owner === STAGE) {
      const { backdrop } = scene;
      return backdrop ? backdropPoseAt(stage.value, backdrop, time, live.get(STAGE)) : AT_REST;
    }
    const own = this.member(owner);
    return own ? poseOf(own.character, this.values(own, time, live)) : AT_REST;
  }

  /** The controls of a cast member or of the stage at a time; null of one that is not there. */
  valuesAt(member: string, time: Flicks, live: LiveSources = NOTHING_LIVE): ControlValues | null {
    if (member === STAGE) return stageValues(this.program.stage.value, time, live.get(STAGE));
    const own = this.member(member);
    return own ? this.values(own, time, live) : null;
  }

  private member(id: string): MemberProgram | undefined {
    return this.program.memos.get(id)?.value;
  }

  private values(own: MemberProgram, time: Flicks, live: LiveSources): ControlValues {
    const outside = live.get(own.member.id);
    if (outside) return this.liveValues(own, time, outside);
    const values = mixControls(own.controls, own.sources, time);
    if (own.simulations.length === 0) return values;
    let run = this.runs.get(own.member.id);
    if (!run) this.runs.set(own.member.id, (run = new SimulationRun(own.simulations)));
    const before = new Float64Array(values.length);
    const valuesAt = (step: number) =>
      mixControls(own.controls, own.steppedSources, timeOfStep(step), before);
    run.seek(stepAt(time), valuesAt, values);
    return values;
  }

  private liveValues(
    own: MemberProgram,
    time: Flicks,
    outside: readonly ControlSource[],
  ): ControlValues {
    const sources = inLayers([...own.sources, ...outside]);
    const values = mixControls(own.controls, sources, time);
    if (own.simulations.length === 0) return values;
    const step = stepAt(time);
    let state = this.live.get(own.member.id);
    const since = state ? step - state.step : -1;
    if (!state || since < 0 || since > LIVE_STEPS) {
      state = { run: new SimulationRun(own.simulations), step };
      this.live.set(own.member.id, state);
      state.run.begin(values);
    }
    for (; state.step < step; state.step++) state.run.follow(values);
    state.run.write(values);
    return values;
  }
}

function paintedAs(
  { member, character, place }: MemberProgram,
  values: ControlValues,
  fallen: ReadonlyMap<string, Matrix>,
): readonly FrameItem[] {
  const pose = posedElsewhere(character, place, poseOf(character, values), fallen);
  return itemsOf(character, place, pose, `${member.id}/`);
}

function sameMaps(one: ReadonlyMap<string, Matrix>, other: ReadonlyMap<string, Matrix>): boolean {
  if (one === other) return true;
  return (
    one.size === other.size &&
    [...one].every(([id, matrix]) => other.get(id)?.every((value, at) => value === matrix[at]))
  );
}

function alike(one: ControlValues, other: ControlValues): boolean {
  for (let slot = 0; slot < one.length; slot++) if (one[slot] !== other[slot]) return false;
  return one.length === other.length;
}
