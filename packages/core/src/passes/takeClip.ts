import { array, boolean, number, object, string, type Schema } from 'yup';
import { flicksSchema, type Flicks } from '../time';
import { MOST_CHANNELS } from './recording';

/** How one channel of a take is played. */
export interface TakeChannel {
  /** What it moves, as a reaction names it: what was moved when it was recorded, or something else. */
  readonly control: string;
  /** The channel of the recording that is played. */
  readonly recorded: string;
  /** How much of it, counted from rest: 0 leaves the control at rest, 1 is what was performed; below 0 the other way. */
  readonly strength: number;
  /** What is added to it: a share of the way from rest to the control's limit; below 0 to the other side. */
  readonly offset: number;
  /** By how much later it is played; below 0 earlier. */
  readonly delay: Flicks;
  /** Over how long it is smoothed. */
  readonly smoothing: Flicks;
  readonly muted: boolean;
}

/** A take laid down in a scene: a stretch of what a pass recorded. */
export interface TakeClip {
  readonly id: string;
  readonly member: string;
  readonly name: string;
  /** Its place among the takes of its member: where two overlap, the later one wins. */
  readonly order: string;
  /** Id of what was recorded. */
  readonly recording: string;
  readonly start: Flicks;
  /** How long it plays. */
  readonly length: Flicks;
  /** Where in the recording it begins. */
  readonly offset: Flicks;
  /** 2: twice as fast as it was performed. */
  readonly speed: number;
  /** Over how long it comes and goes at its ends. */
  readonly fadeIn: Flicks;
  readonly fadeOut: Flicks;
  /** Whether it stays as it ends, until another take of the same channel begins. */
  readonly held: boolean;
  readonly muted: boolean;
  readonly channels: readonly TakeChannel[];
}

export const TAKE_STRENGTH = { least: -3, most: 3 } as const;
export const TAKE_OFFSET = { least: -1, most: 1 } as const;
export const TAKE_SPEED = { least: 0.1, most: 10 } as const;
/** Most takes of a scene. */
export const MOST_TAKE_CLIPS = 2000;

const between = ({ least, most }: { least: number; most: number }) =>
  number().required().min(least).max(most);

export const takeChannelSchema = object({
  ...{ control: string().required().max(400), recorded: string().required().max(400) },
  strength: between(TAKE_STRENGTH),
  offset: between(TAKE_OFFSET),
  delay: number().required().integer(),
  smoothing: flicksSchema(),
  muted: boolean().required(),
});

export const takeClipSchema = object({
  ...{ id: string().required(), member: string().required(), order: string().required() },
  name: string().required().max(100),
  recording: string()
    .required()
    .matches(/^[0-9a-f]{64}$/),
  ...{ start: flicksSchema(), length: flicksSchema().positive(), offset: flicksSchema() },
  speed: between(TAKE_SPEED),
  ...{ fadeIn: flicksSchema(), fadeOut: flicksSchema() },
  ...{ held: boolean().required(), muted: boolean().required() },
  channels: array(takeChannelSchema).required().min(1).max(MOST_CHANNELS),
}) as unknown as Schema<TakeClip>;
