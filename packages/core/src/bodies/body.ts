import { array, boolean, number, object, string, type Schema } from 'yup';
import { cueReferenceSchema, type CueReference } from '../cues';
import type { OrderedRecord } from '../records';

/**
 * How something takes part in what falls: it moves as it is performed and pushes others; it falls and is pushed; it is
 * pushed and comes back to its place; it stays where it is; or it falls and meets nothing.
 */
export const BODY_KINDS = ['solid', 'loose', 'springy', 'fixed', 'through'] as const;
export type BodyKind = (typeof BODY_KINDS)[number];

/** The shape that meets others. */
export type BodyShape =
  /** Its drawing's own outline: x and y of each corner in turn, units of the artwork as drawn. */
  | { readonly kind: 'outline'; readonly corners: readonly number[] }
  /** About the middle of its box, as wide as its mean side. */
  | { readonly kind: 'circle' }
  | { readonly kind: 'box' };

/** A part of a cast member or a thing of the backdrop that falls, pushes, or is in the way of what does. */
export interface Body extends OrderedRecord {
  readonly name: string;
  /** Id of a cast member, or STAGE for a thing of the backdrop. */
  readonly member: string;
  readonly part: string;
  readonly kind: BodyKind;
  readonly shape: BodyShape;
  /** Against that of water. */
  readonly density: number;
  /** The share of its speed that is left when it bounces. */
  readonly bounce: number;
  /** The share of what presses it onto something that holds it there. */
  readonly friction: number;
  /** Shares of the gravity and of the wind of the scene. */
  readonly gravity: number;
  readonly wind: number;
  /** What pulls something springy back: swings a second, and the damping as a share of the critical one. */
  readonly spring: { readonly rate: number; readonly damping: number };
  /** In which of the layers it is, a bit for each; bodies meet those that share a layer with them. */
  readonly layers: number;
  /** Whether something loose is held in its place until it is let go. */
  readonly held: boolean;
  /** A cue that lets go of what is held while it lasts, and holds what is not; null: none. */
  readonly cue: CueReference | null;
  /** Left out of all that falls. */
  readonly muted: boolean;
}

/** Layers that bodies can be in. */
export const BODY_LAYERS = 4;
/** Most bodies of a scene, and most corners of an outline. */
export const MOST_BODIES = 600;
export const MOST_CORNERS = 64;

/** What the numbers of a body lie between. */
export const BODY_LIMITS = {
  density: { least: 0.01, most: 50 },
  bounce: { least: 0, most: 1 },
  friction: { least: 0, most: 2 },
  gravity: { least: -4, most: 4 },
  wind: { least: 0, most: 4 },
  rate: { least: 0.2, most: 15 },
  damping: { least: 0, most: 2 },
} as const;

/** What a body is like when it has just been made. */
export const USUAL_BODY = {
  ...{ density: 0.5, bounce: 0.3, friction: 0.6, gravity: 1, wind: 0.3 },
  ...{ spring: { rate: 3, damping: 0.25 }, layers: 1, held: false, cue: null, muted: false },
} satisfies Partial<Body>;

/** Whether physics moves it, at least while nothing holds it. */
export function isMoved({ kind }: Pick<Body, 'kind'>): boolean {
  return kind === 'loose' || kind === 'springy' || kind === 'through';
}

/** Whether it can be held and let go. */
export function canBeHeld({ kind }: Pick<Body, 'kind'>): boolean {
  return kind === 'loose' || kind === 'through';
}

type Limit = keyof typeof BODY_LIMITS;

const LIMIT_NAMES: Readonly<Record<Limit, string>> = {
  ...{
    density: 'density',
    bounce: 'bounce',
    friction: 'friction',
    gravity: 'share of the gravity',
  },
  ...{ wind: 'share of the wind', rate: 'swings a second', damping: 'damping' },
};

const limited = (name: Limit) => {
  const { least, most } = BODY_LIMITS[name];
  const message = `the ${LIMIT_NAMES[name]} of a body must lie between ${least} and ${most}`;
  return number().required().min(least, message).max(most, message);
};

const shapeSchema = object({
  kind: string().required().oneOf(['outline', 'circle', 'box']),
  corners: array(number().required())
    .min(6)
    .max(2 * MOST_CORNERS)
    .when('kind', {
      is: 'outline',
      then: (corners) => corners.required(),
      otherwise: (corners) => corners.optional(),
    })
    .test('pairs', 'an outline needs two numbers for each corner', (corners) =>
      corners ? corners.length % 2 === 0 : true,
    ),
});

export const bodySchema = object({
  ...{ id: string().required(), order: string().required() },
  name: string().trim().required().max(300),
  ...{ member: string().required(), part: string().required().max(300) },
  kind: string<BodyKind>().required().oneOf(BODY_KINDS),
  shape: shapeSchema,
  ...{ density: limited('density'), bounce: limited('bounce'), friction: limited('friction') },
  ...{ gravity: limited('gravity'), wind: limited('wind') },
  spring: object({ rate: limited('rate'), damping: limited('damping') }),
  layers: number()
    .required()
    .integer()
    .min(1)
    .max(2 ** BODY_LAYERS - 1),
  held: boolean().required(),
  cue: cueReferenceSchema.nullable().defined(),
  muted: boolean().required(),
}) as unknown as Schema<Body>;
