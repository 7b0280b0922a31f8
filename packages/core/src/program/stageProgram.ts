import { inLayers, mixControls, type ControlSource, type ControlValues } from '../controls';
import { posedElsewhere } from '../character/placed';
import type { Matrix } from '../geometry';
import { AT_REST, type Pose } from '../pose';
import { backdropItems, backdropPlace, type Backdrop } from '../scene/backdrop';
import { STAGE, type Scene } from '../scene/scene';
import {
  LIGHT,
  lightItems,
  stageControls,
  stagePose,
  WARMTH,
  type StageControls,
} from '../scene/stageControls';
import type { FrameItem } from '../frame';
import type { Flicks } from '../time';
import { movedProgram, reactionsOf, type MovedProgram, type Moving } from './memberProgram';
import { reuse, type Memo } from './memo';

/** A stage made ready: its backdrop, its light, and what moves both. */
export interface StageProgram extends MovedProgram {
  /** What can be moved; made once for a backdrop. */
  readonly known: Memo<StageControls>;
  /** The backdrop as it stands when nothing moves it. */
  readonly resting: Memo<BackdropItems>;
}

/** What of a backdrop is painted behind the cast and in front of it, back to front. */
type BackdropItems = ReturnType<typeof backdropItems>;

const NO_BACKDROP: BackdropItems = { behind: [], inFront: [] };
const NO_MOVES = {};

/** Makes a stage ready. */
export function compileStage(
  {
    backdrop,
    stage,
    emitters,
    bodies,
    physics,
  }: Pick<Scene, 'backdrop' | 'stage' | 'emitters' | 'bodies' | 'physics'>,
  moving: Moving,
  before: StageProgram | undefined,
): StageProgram {
  const known = reuse(before?.known, [backdrop, emitters, bodies, physics.wind], () =>
    stageControls({ backdrop, emitters, bodies, physics }),
  );
  const resting = reuse(before?.resting, [backdrop, stage], () =>
    backdrop ? backdropItems(backdrop, stage) : NO_BACKDROP,
  );
  const { controls } = known.value;
  const of = { controls, member: STAGE, knownMoves: NO_MOVES };
  const reactions = reactionsOf(of, [], moving, [], before);
  return { known, resting, ...movedProgram(controls, NO_MOVES, moving, reactions, []) };
}

/** What is seen of a stage at a time: behind the cast, in front of it, and the light over all of it. */
export interface SeenStage extends BackdropItems {
  readonly light: (items: readonly FrameItem[]) => readonly FrameItem[];
}

/** The controls of a stage at a time. @param live what is set from outside just now */
export function stageValues(
  program: StageProgram,
  time: Flicks,
  live: readonly ControlSource[] | undefined,
): ControlValues {
  return mixControls(program.controls, sourcesOf(program, live), time);
}

function sourcesOf(
  { sources }: StageProgram,
  live: readonly ControlSource[] | undefined,
): readonly ControlSource[] {
  return live ? inLayers([...sources, ...live]) : sources;
}

const moved = new WeakMap<readonly ControlSource[], StageControls['things']>();

/** The things that some sources move; kept for as long as these are the sources. */
function movedThings(
  { known, controls }: StageProgram,
  sources: readonly ControlSource[],
): StageControls['things'] {
  const found = moved.get(sources);
  if (found) return found;
  const slots = new Set(sources.flatMap((source) => source.slots));
  const things = known.value.things.filter(({ id }) => slots.has(controls.slots.get(id)!));
  moved.set(sources, things);
  return things;
}

/** How the things of a backdrop are moved at a time. @param live what is set from outside just now */
export function backdropPoseAt(
  program: StageProgram,
  backdrop: Backdrop,
  time: Flicks,
  live: readonly ControlSource[] | undefined,
): Pose {
  const { controls } = program;
  const all = sourcesOf(program, live);
  const things = movedThings(program, all);
  if (things.length === 0) return AT_REST;
  const values = mixControls(controls, all, time);
  return stagePose(backdrop, things, (id) => controls.range(values, id));
}

/**
 * What is seen of a stage at a time.
 *
 * @param live what is set from outside just now
 * @param fallen where things stand that fell: maps from the artwork as drawn onto the stage
 */
export function stageAt(
  program: StageProgram,
  { backdrop, stage }: Pick<Scene, 'backdrop' | 'stage'>,
  time: Flicks,
  live: readonly ControlSource[] | undefined,
  fallen: ReadonlyMap<string, Matrix> = NOTHING_FELL,
): SeenStage {
  const { resting, controls } = program;
  const all = sourcesOf(program, live);
  // Most stages stand still.
  if (all.length === 0 && fallen.size === 0) return { ...resting.value, light: () => [] };
  const values = mixControls(controls, all, time);
  const valueOf = (id: string) => controls.range(values, id);
  const light = { light: valueOf(LIGHT), warmth: valueOf(WARMTH) };
  return {
    ...itemsOfBackdrop(program, { backdrop, stage }, time, live, fallen),
    light: (seen) => lightItems(stage, light, seen),
  };
}

const NOTHING_FELL: ReadonlyMap<string, Matrix> = new Map();

function itemsOfBackdrop(
  program: StageProgram,
  { backdrop, stage }: Pick<Scene, 'backdrop' | 'stage'>,
  time: Flicks,
  live: readonly ControlSource[] | undefined,
  fallen: ReadonlyMap<string, Matrix>,
): BackdropItems {
  if (!backdrop) return NO_BACKDROP;
  const moved = backdropPoseAt(program, backdrop, time, live);
  const pose = posedElsewhere(backdrop, backdropPlace(backdrop, stage), moved, fallen);
  return pose.size > 0 ? backdropItems(backdrop, stage, pose) : program.resting.value;
}
