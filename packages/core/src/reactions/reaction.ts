import { array, boolean, number, object, string, type Schema } from 'yup';
import type { OrderedRecord } from '../records';
import { flicksSchema, type Flicks } from '../time';
import { MOST_STEPS, shapingStepSchema, type ShapingStep } from './shaping';
import { signalSpecSchema, type SignalSpec } from './signalSpec';

/** How what a reaction gives is laid over what is there: with it, instead of it, or where it is stronger. */
export const MIXES = ['add', 'replace', 'strongest'] as const;
export type Mix = (typeof MIXES)[number];

/** A signal that moves controls: shaped, and each by its own amount. */
export interface Reaction extends OrderedRecord {
  readonly name: string;
  readonly signal: SignalSpec;
  /** Where the signal is 0 and 1, in its own unit (dB, semitones, shares); null: measured in each recording. */
  readonly low: number | null;
  readonly high: number | null;
  readonly shaping: readonly ShapingStep[];
  readonly targets: readonly ReactionTarget[];
  readonly mix: Mix;
  /** How much of it counts, 0 to 1. */
  readonly weight: number;
  readonly muted: boolean;
}

/** What a reaction moves. */
export interface ReactionTarget {
  /** Id of a control; of one that is a point, followed by `/x` or `/y`. */
  readonly control: string;
  /** How much of the way from rest to its limit, at a signal of 1; below 0 to the other side. */
  readonly amount: number;
}

/** A reaction of one cast member in one scene. */
export interface SceneReaction extends Reaction {
  readonly member: string;
  /** Where it counts, with soft ends; null: everywhere. */
  readonly stretch: ReactionStretch | null;
}

export interface ReactionStretch {
  readonly start: Flicks;
  readonly end: Flicks;
}

/** Most reactions of a production, of a character, and in a scene. */
export const MOST_REACTIONS = { production: 200, character: 200, scene: 2000 } as const;

const end = () => number().required().nullable().min(-1000).max(1000);

/** What each part of a reaction is checked by. */
export const reactionFields = {
  id: string().required(),
  order: string().required(),
  name: string().trim().required().max(200),
  signal: signalSpecSchema,
  low: end(),
  high: end(),
  shaping: array(shapingStepSchema).required().max(MOST_STEPS),
  targets: array(
    object({
      control: string().required().max(400),
      amount: number().required().min(-10).max(10),
    }),
  )
    .required()
    .max(32),
  mix: string<Mix>().required().oneOf(MIXES),
  weight: number().required().min(0).max(1),
  muted: boolean().required(),
};

const ENDS = {
  name: 'ends',
  message: 'the loud end of a signal must not be its quiet end',
  test: ({ low, high }: Pick<Reaction, 'low' | 'high'>) => low === null || low !== high,
};

export const reactionSchema = object(reactionFields).test(
  ENDS as never,
) as unknown as Schema<Reaction>;

export const sceneReactionSchema = object({
  ...reactionFields,
  member: string().required(),
  stretch: object({ start: flicksSchema(), end: flicksSchema().positive() })
    .nullable()
    .defined()
    .test('order', 'a stretch must end after it begins', (stretch) =>
      stretch ? stretch.end > stretch.start : true,
    ),
}).test(ENDS as never) as unknown as Schema<SceneReaction>;
