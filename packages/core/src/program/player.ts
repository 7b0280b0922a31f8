import { itemsOf } from '../character/posed';
import { poseOf } from '../character/poseOf';
import {
  inLayers,
  mixControls,
  overridesSource,
  type ControlOverrides,
  type ControlSource,
  type ControlValues,
} from '../controls';
import type { Frame, FrameItem } from '../frame';
import { withParticles } from './depths';
import type { Pose } from '../pose';
import { STAGE } from '../scene/scene';
import { SimulationRun, stepAt, timeOfStep } from '../simulation';
import type { Flicks } from '../time';
import { changedFrom } from './changes';
import { movedBy, type Program } from './compile';
import type { MemberProgram } from './memberProgram';
import { isLive, SceneParticles, type Moved } from './sceneParticles';
import { seenCaptions } from './seenCaptions';
import { stageAt, stageValues } from './stageProgram';

/** What sets controls from outside just now, by cast member; those of the stage too. */
export type LiveSources = ReadonlyMap<string, readonly ControlSource[]>;

/** What is seen of a cast member at a time. */
interface Seen {
  readonly own: MemberProgram;
  /** Null where it was set live: the same time may show something else then. */
  readonly time: Flicks | null;
  readonly values: ControlValues;
  readonly items: readonly FrameItem[];
}

const NOTHING_LIVE: LiveSources = new Map();

/** Controls that are set from outside just now, as what sets them; what is not there is passed over. */
export function liveSources(
  program: Program,
  overrides: ReadonlyMap<string, ControlOverrides>,
): LiveSources {
  return new Map(
    [...overrides].flatMap(([id, values]): (readonly [string, readonly ControlSource[]])[] => {
      const own = movedBy(program, id);
      return own ? [[id, [overridesSource(own.controls, values)]]] : [];
    }),
  );
}

/** Which part of a scene is seen; what is left out still moves what is seen. */
export interface PlayerView {
  /** The cast member who is seen alone; null: everybody. */
  readonly only: string | null;
  readonly backdrop: boolean;
  readonly captions: boolean;
}

const EVERYTHING: PlayerView = { only: null, backdrop: true, captions: true };

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
  private readonly particles = new SceneParticles();

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
    for (const [id, from] of changedFrom(before, program)) {
      const [was, is] = [before.memos.get(id)?.value, program.memos.get(id)!.value];
      if (was?.controls !== is.controls || was.simulations !== is.simulations) {
        this.runs.delete(id);
        this.live.delete(id);
      } else if (Number.isFinite(from)) this.runs.get(id)?.dropFrom(stepAt(from));
    }
  }

  /** What is seen at a time. */
  seek(time: Flicks, live: LiveSources = NOTHING_LIVE): Frame {
    const { scene, members, stage } = this.program;
    const { only, backdrop, captions } = this.view;
    const { behind, inFront, light } = stageAt(stage.value, scene, time, live.get(STAGE));
    const items = members.flatMap((own) => {
      const { id, hidden } = own.member;
      return only === id || (only === null && !hidden) ? this.itemsOf(own, time, live) : [];
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
    const movedWith = (sources: LiveSources): Moved => ({
      stageAt: (at) => stageValues(program.stage.value, at, sources.get(STAGE)),
      poseAt: (member, at) => this.poseAt(member, at, sources),
    });
    const now = isLive(program, live) ? movedWith(live) : null;
    return particles.at(program, time, movedWith(NOTHING_LIVE), now);
  }

  private itemsOf(own: MemberProgram, time: Flicks, live: LiveSources): readonly FrameItem[] {
    const { id } = own.member;
    const known = this.seen.get(id);
    const isLive = live.has(id);
    if (known?.own === own && known.time === time && !isLive) return known.items;
    const values = this.values(own, time, live);
    const still = known?.own === own && alike(known.values, values);
    const items = still
      ? known.items
      : itemsOf(own.character, own.place, poseOf(own.character, values), `${id}/`);
    this.seen.set(id, { own, time: isLive ? null : time, values, items });
    return items;
  }

  /** What moves the parts of a cast member at a time; of one that is not there, nothing. */
  poseAt(member: string, time: Flicks, live: LiveSources = NOTHING_LIVE): Pose {
    const own = this.member(member);
    return own ? poseOf(own.character, this.values(own, time, live)) : new Map();
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

function alike(one: ControlValues, other: ControlValues): boolean {
  for (let slot = 0; slot < one.length; slot++) if (one[slot] !== other[slot]) return false;
  return one.length === other.length;
}
