import { array, lazy, number, object, string, type Schema } from 'yup';
import { multiply, scalingAbout, translation, turning, type Point } from '../geometry';
import { joinedPose, type PartPose, type Pose } from '../pose';
import { VISEME_NAMES, type Viseme } from '../speech/visemes';
import { targetOf } from './articulation';
import { cutMouthPose, cutMouthSchema, type CutMouth } from './kinds/cutMouth';
import { DRAWN_KINDS, drawnMouthPose, drawnMouthSchema, type DrawnMouth } from './kinds/drawnMouth';
import { jawMouthPose, jawMouthSchema, type JawMouth } from './kinds/jawMouth';
import { lipsMouthPose, lipsMouthSchema, type LipsMouth } from './kinds/lipsMouth';
import { stripChart, stripMouthPose, stripMouthSchema, type StripMouth } from './kinds/stripMouth';
import type { MouthChart } from './mouthChart';
import type { MouthState } from './mouthState';

/** Every kind of mouth that people build. All read the same articulation. */
export type MouthRig = (DrawnMouth | StripMouth | CutMouth | LipsMouth | JawMouth) & {
  /** Parts that move along as the mouth opens: brows, cheeks. */
  readonly followers: readonly Follower[];
};

export type MouthKind = MouthRig['kind'];

export const MOUTH_KINDS: readonly MouthKind[] = [...DRAWN_KINDS, 'strip', 'cut', 'lips', 'jaw'];

/** A part that moves when the mouth is wide open, less when it is less open, and a little after it. */
export interface Follower {
  readonly part: string;
  /** Units of the artwork. */
  readonly x: number;
  readonly y: number;
  /** Radians, clockwise. */
  readonly turn: number;
  /** Times its size. */
  readonly scale: number;
  readonly pivot: Point;
}

export const followersSchema = array(
  object({
    part: string().required(),
    x: number().required(),
    y: number().required(),
    turn: number().required(),
    scale: number().required().positive(),
    pivot: object({ x: number().required(), y: number().required() }),
  }),
).required();

/** What each kind of mouth is checked by. */
export const MOUTH_SCHEMAS = {
  two: drawnMouthSchema,
  steps: drawnMouthSchema,
  chart: drawnMouthSchema,
  strip: stripMouthSchema,
  cut: cutMouthSchema,
  lips: lipsMouthSchema,
  jaw: jawMouthSchema,
} as const;

export const mouthRigSchema = lazy((value: unknown) => {
  const kind = (value as { kind?: unknown } | null)?.kind;
  const schema =
    typeof kind === 'string' && Object.hasOwn(MOUTH_SCHEMAS, kind)
      ? MOUTH_SCHEMAS[kind as MouthKind]
      : null;
  return (schema ?? object({ kind: string().required().oneOf(MOUTH_KINDS) })).shape({
    followers: followersSchema,
  });
}) as unknown as Schema<MouthRig>;

/** Whether the mouth follows its articulation continuously, instead of holding drawings. */
export function isContinuous({ kind }: MouthRig): boolean {
  return !(DRAWN_KINDS as readonly string[]).includes(kind);
}

const VISEMES = VISEME_NAMES.map((label, viseme) => ({
  drawing: `viseme ${viseme}`,
  label: viseme === 0 ? 'rest' : label,
  articulation: targetOf(viseme as Viseme),
  mood: null,
}));

/** What can be shown and set by hand: the drawings of a drawn mouth, the sounds' own shapes of any other. */
export function chartOf(rig: MouthRig): MouthChart {
  if (rig.kind === 'strip') return stripChart(rig);
  if ('chart' in rig) return rig.chart;
  return { rest: VISEMES[0]!.drawing, drawings: VISEMES };
}

/**
 * How a mouth moves the parts of its character.
 *
 * @param following how far followers are moved, 0 to 1
 */
export function mouthPose(rig: MouthRig, state: MouthState, following: number): Pose {
  const pose = new Map(ownPose(rig, state));
  for (const follower of rig.followers) {
    pose.set(follower.part, joinedPose(pose.get(follower.part), followerPose(follower, following)));
  }
  return pose;
}

function ownPose(rig: MouthRig, state: MouthState): Pose {
  switch (rig.kind) {
    case 'strip':
      return stripMouthPose(rig, state);
    case 'cut':
      return cutMouthPose(rig, state);
    case 'lips':
      return lipsMouthPose(rig, state);
    case 'jaw':
      return jawMouthPose(rig, state);
    default:
      return drawnMouthPose(rig, state);
  }
}

function followerPose({ x, y, turn, scale, pivot }: Follower, share: number): PartPose {
  const turned = multiply(
    turning(turn * share, pivot),
    scalingAbout(1 + (scale - 1) * share, pivot),
  );
  return { move: multiply(translation(x * share, y * share), turned) };
}

/** The parts that a mouth needs. */
export function partsOfMouth(rig: MouthRig): string[] {
  const drawings = isContinuous(rig) && rig.kind !== 'strip' ? [] : chartOf(rig).drawings;
  return [
    rig.part,
    ...drawings.map(({ drawing }) => drawing),
    ...(rig.kind === 'cut' && rig.inside.kind === 'part' ? [rig.inside.part] : []),
    ...rig.followers.map(({ part }) => part),
  ];
}
