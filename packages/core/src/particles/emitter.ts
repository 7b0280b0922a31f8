import { array, boolean, number, object, string, type Schema } from 'yup';
import { pointSchema } from '../character/part';
import { colorSchema } from '../color';
import { cueReferenceSchema, type CueReference } from '../cues';
import type { Point } from '../geometry';
import { schemaByKind, type OrderedRecord } from '../records';
import { LOOK_NAMES, type LookName } from './looks';

/** Where particles come from. Points in stage units. */
export type EmitterSource =
  /** Anywhere along a line. */
  | { readonly kind: 'line'; readonly from: Point; readonly to: Point }
  /** Anywhere in a box between two corners. */
  | { readonly kind: 'area'; readonly from: Point; readonly to: Point }
  | { readonly kind: 'point'; readonly at: Point }
  /** Anywhere on a part of a cast member, wherever that is just then. */
  | { readonly kind: 'part'; readonly member: string; readonly part: string };

/** What becomes of a particle that meets something; it flies on where it meets nothing. */
export const MEETINGS = ['nothing', 'bounce', 'stick', 'splash', 'vanish'] as const;
export type Meeting = (typeof MEETINGS)[number];

/** A number, and by how much it varies from particle to particle, as a share of it. */
export interface Varied {
  readonly mean: number;
  readonly spread: number;
}

/** What particles are like and how they fly: all but where they come from. */
export interface ParticleStyle {
  /** One of them is chosen for each particle. */
  readonly looks: readonly LookName[];
  /** Stage units. */
  readonly size: Varied;
  /** #rrggbb, and whether a particle goes through all of them in its life or has one of them. */
  readonly colors: readonly string[];
  readonly colored: 'over life' | 'each';
  /** 0 to 1. */
  readonly opacity: number;
  /** Shares of a life over which a particle comes and goes. */
  readonly fadeIn: number;
  readonly fadeOut: number;
  /** Seconds. */
  readonly life: Varied;
  /** Stage units a second. */
  readonly speed: Varied;
  /** Where to, radians clockwise from the right; and how far to both sides of it. */
  readonly direction: number;
  readonly fan: number;
  /** Turned the way that it flies, nearly upright, or any way. */
  readonly faces: 'way' | 'up' | 'any';
  /** Turns a second at most, to either side. */
  readonly spin: number;
  /** Shares of the gravity and of the wind of the scene. */
  readonly gravity: number;
  readonly wind: number;
  /** How much the air holds it back: the share of its speed against the air that is lost, a second. */
  readonly drag: number;
  /** How fast the air whirls about, stage units a second. */
  readonly turbulence: number;
  readonly meeting: Meeting;
  /** Whether it meets the bodies of the scene too, besides the edges of the stage. */
  readonly hits: boolean;
  /** The share of its speed that is left when it bounces. */
  readonly bounce: number;
}

/** What particles are painted in front of: one layer of the backdrop, all that is behind the cast, the cast, or everything. */
export type EmitterDepth =
  | { readonly kind: 'layer'; readonly part: string }
  | { readonly kind: 'behind' }
  | { readonly kind: 'cast' }
  | { readonly kind: 'front' };

/** Something that particles come from. */
export interface Emitter extends OrderedRecord {
  readonly name: string;
  readonly source: EmitterSource;
  readonly depth: EmitterDepth;
  /** How many a second, and how many at once in a burst. */
  readonly rate: number;
  readonly burst: number;
  /** A cue that makes it burst when it begins; null: none. */
  readonly cue: CueReference | null;
  /** Another seed gives other particles of the same kind. */
  readonly seed: number;
  readonly muted: boolean;
  /** A part of a cast member, or of the backdrop where that is STAGE, of which each particle is a picture, hidden or not; null: as the style says. */
  readonly drawing: PartReference | null;
  readonly style: ParticleStyle;
}

/** A part of somebody or of the backdrop. */
export interface PartReference {
  readonly member: string;
  readonly part: string;
}

/** Most emitters of a scene, and most particles of one that are in the air at once. */
export const MOST_EMITTERS = 24;
export const MOST_IN_THE_AIR = 5000;
/** Most of an emitter whose particles are pictures of a part. */
export const MOST_DRAWN = 300;
export const MOST_COLORS = 6;
/** The longest life of a particle, seconds. */
export const LONGEST_LIFE = 20;

/** Sizes of particles, stage units; the fastest, and the fastest air, stage units a second. */
export const SIZES = { least: 0.5, most: 1000 } as const;
export const FASTEST = 5000;
export const MOST_TURBULENCE = 2000;

/** How many particles of an emitter can be in the air at once. */
export const roomInTheAir = ({ drawing }: Pick<Emitter, 'drawing'>) =>
  drawing ? MOST_DRAWN : MOST_IN_THE_AIR;

/** How many particles of an emitter are in the air at most, while nothing makes it burst twice. */
export function mostInTheAir({
  rate,
  burst,
  style,
}: Pick<Emitter, 'rate' | 'burst' | 'style'>): number {
  return Math.ceil(rate * longestLife(style)) + burst;
}

/** Seconds. */
export function longestLife({ life }: Pick<ParticleStyle, 'life'>): number {
  return Math.min(LONGEST_LIFE, life.mean * (1 + life.spread));
}

const range = (min: number, max: number) => number().required().min(min).max(max);
const varied = (min: number, max: number) => object({ mean: range(min, max), spread: range(0, 1) });

export const particleStyleSchema = object({
  looks: array(string<LookName>().required().oneOf(LOOK_NAMES))
    .required()
    .min(1)
    .max(LOOK_NAMES.length),
  size: varied(SIZES.least, SIZES.most),
  colors: array(colorSchema()).required().min(1).max(MOST_COLORS),
  colored: string().required().oneOf(['over life', 'each']),
  opacity: range(0, 1),
  ...{ fadeIn: range(0, 1), fadeOut: range(0, 1) },
  life: varied(0.05, LONGEST_LIFE),
  speed: varied(0, FASTEST),
  ...{ direction: range(-100, 100), fan: range(0, Math.PI) },
  faces: string().required().oneOf(['way', 'up', 'any']),
  spin: range(0, 20),
  ...{ gravity: range(-4, 4), wind: range(0, 4) },
  ...{ drag: range(0, 50), turbulence: range(0, MOST_TURBULENCE) },
  meeting: string<Meeting>().required().oneOf(MEETINGS),
  hits: boolean().required(),
  bounce: range(0, 1),
});

/** What each kind of source and of depth is checked by. */
export const SOURCE_SCHEMAS = {
  line: object({ from: pointSchema, to: pointSchema }),
  area: object({ from: pointSchema, to: pointSchema }),
  point: object({ at: pointSchema }),
  part: object({ member: string().required(), part: string().required().max(300) }),
};
export const DEPTH_SCHEMAS = {
  layer: object({ part: string().required().max(300) }),
  ...{ behind: object({}), cast: object({}), front: object({}) },
};

export const emitterSchema = object({
  ...{ id: string().required(), order: string().required() },
  name: string().trim().required().max(100),
  source: schemaByKind<EmitterSource>(SOURCE_SCHEMAS),
  depth: schemaByKind<EmitterDepth>(DEPTH_SCHEMAS),
  rate: range(0, 20_000),
  burst: number().required().integer().min(0).max(MOST_IN_THE_AIR),
  cue: cueReferenceSchema.nullable().defined(),
  seed: number().required().integer().min(0).max(0xffffffff),
  muted: boolean().required(),
  drawing: object({ member: string().required(), part: string().required().max(300) })
    .nullable()
    .defined(),
  style: particleStyleSchema,
}).test(
  'most',
  `at most ${MOST_IN_THE_AIR.toLocaleString('en')} particles of an emitter can be in the air, ${MOST_DRAWN} where they are pictures of a part: lower how many come a second or at once, or how long they live`,
  (value) => mostInTheAir(value as unknown as Emitter) <= roomInTheAir(value as unknown as Emitter),
) as unknown as Schema<Emitter>;
