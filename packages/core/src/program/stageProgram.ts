import { inLayers, mixControls, type ControlSource, type ControlValues } from '../controls';
import { backdropItems } from '../scene/backdrop';
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
    physics,
  }: Pick<Scene, 'backdrop' | 'stage' | 'emitters' | 'physics'>,
  moving: Moving,
  before: StageProgram | undefined,
): StageProgram {
  const known = reuse(before?.known, [backdrop, emitters, physics.wind], () =>
    stageControls({ backdrop, emitters, physics }),
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

/** What is seen of a stage at a time. @param live what is set from outside just now */
export function stageAt(
  program: StageProgram,
  { backdrop, stage }: Pick<Scene, 'backdrop' | 'stage'>,
  time: Flicks,
  live: readonly ControlSource[] | undefined,
): SeenStage {
  const { known, resting, controls } = program;
  const all = sourcesOf(program, live);
  // Most stages stand still.
  if (all.length === 0) return { ...resting.value, light: () => [] };
  const values = mixControls(controls, all, time);
  const valueOf = (id: string) => controls.range(values, id);
  const moved = new Set(all.flatMap(({ slots }) => slots));
  const things = known.value.things.filter(({ id }) => moved.has(controls.slots.get(id)!));
  const items =
    backdrop && things.length > 0
      ? backdropItems(backdrop, stage, stagePose(backdrop, things, valueOf))
      : resting.value;
  const light = { light: valueOf(LIGHT), warmth: valueOf(WARMTH) };
  return { ...items, light: (seen) => lightItems(stage, light, seen) };
}
