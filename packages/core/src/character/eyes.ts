import { array, boolean, lazy, number, object, string, type Schema } from 'yup';
import { distance, multiply, translation, turning, type Point } from '../geometry';
import type { PartPose, Pose } from '../pose';
import { pointSchema } from './part';

/** A pupil that looks about within its white. */
export interface Eye {
  readonly pupil: string;
  readonly white: string;
  /** The pupil's middle at rest, units of the artwork. */
  readonly center: Point;
  /**
   * How far the pupil can go and stay inside, units of the artwork: in equal steps of angle, clockwise from the
   * right of the page.
   */
  readonly reach: readonly number[];
}

/** How lids close. */
export type Lids =
  /** Closed eyes are seen instead of open ones. */
  | { readonly kind: 'swap'; readonly closed: readonly string[]; readonly open: readonly string[] }
  /** Of drawings in order from open to closed one is seen; they are run through, and back. */
  | { readonly kind: 'flip'; readonly flips: readonly (readonly string[])[] }
  /** A lid slides from where it rests, by so much when closed. */
  | {
      readonly kind: 'slide';
      readonly lids: readonly { readonly part: string; readonly x: number; readonly y: number }[];
    };

/** When eyes blink by themselves. */
export interface BlinkHabit {
  /** Seconds from one blink to the next. */
  readonly shortest: number;
  readonly longest: number;
  /** Share of blinks that are followed by another at once. */
  readonly doubles: number;
}

/** How a brow is raised, units of the artwork, and turned, radians clockwise. */
export interface BrowPose {
  readonly raise: number;
  readonly turn: number;
}

/** A brow, the point that it turns about in units of the artwork, and how it rests. */
export interface Brow extends BrowPose {
  readonly part: string;
  readonly pivot: Point;
}

export interface Eyes {
  readonly pupils: readonly Eye[];
  /** Whether the eyes look the same way, or each at the point itself. */
  readonly together: boolean;
  /** Where the eyes look at rest, units of the artwork; null: as drawn. */
  readonly gaze: Point | null;
  readonly lids: Lids | null;
  readonly blinking: BlinkHabit;
  readonly brows: { readonly left: Brow | null; readonly right: Brow | null };
}

export const USUAL_BLINKING: BlinkHabit = { shortest: 2, longest: 6, doubles: 0.12 };

export const NO_EYES: Eyes = {
  pupils: [],
  together: true,
  gaze: null,
  lids: null,
  blinking: USUAL_BLINKING,
  brows: { left: null, right: null },
};

/** What each way of closing is checked by. */
export const LID_SCHEMAS = {
  swap: object({
    closed: array(string().required()).required().min(1),
    open: array(string().required()).required(),
  }),
  flip: object({ flips: array(array(string().required()).required().min(2).max(60)).required() }),
  slide: object({
    lids: array(
      object({ part: string().required(), x: number().required(), y: number().required() }),
    ).required(),
  }),
} as const;

const lidsSchema = lazy((value: unknown) => {
  const kind = (value as { kind?: keyof typeof LID_SCHEMAS } | null)?.kind;
  const shape = kind && Object.hasOwn(LID_SCHEMAS, kind) ? LID_SCHEMAS[kind] : object();
  return shape.shape({ kind: string().required().oneOf(Object.keys(LID_SCHEMAS)) }).nullable();
});

const browSchema = () =>
  object({
    part: string().required(),
    pivot: pointSchema,
    raise: number().required(),
    turn: number().required(),
  })
    .nullable()
    .defined();

export const browsSchema = object({ left: browSchema(), right: browSchema() }).required();

export const eyesSchema = object({
  pupils: array(
    object({
      pupil: string().required(),
      white: string().required(),
      center: pointSchema,
      reach: array(number().required().min(0)).required().min(4).max(360),
    }),
  ).required(),
  together: boolean().required(),
  gaze: object({ x: number().required(), y: number().required() }).nullable().defined(),
  lids: lidsSchema,
  blinking: object({
    shortest: number().required().min(0.2).max(120),
    longest: number()
      .required()
      .max(120)
      .test(
        'range',
        'the longest time between blinks must not be less than the shortest',
        function (longest) {
          return longest >= (this.parent as BlinkHabit).shortest;
        },
      ),
    doubles: number().required().min(0).max(1),
  }).required(),
  brows: browsSchema,
}) as unknown as Schema<Eyes>;

/** What eyes do at one time. */
export interface EyesState {
  /** How far the point looked at lies from where the eyes rest, units of the artwork; 0: as the character rests. */
  readonly gaze: Point;
  /** How far the lids are down, 0 to 1. */
  readonly closed: number;
  /** How each brow is raised and turned beyond how it rests. */
  readonly brows: { readonly left: BrowPose; readonly right: BrowPose };
}

/** How eyes move the parts of their character. */
export function eyesPose(eyes: Eyes, { gaze, closed, brows }: EyesState): Pose {
  const pose = new Map<string, PartPose>(lidsPose(eyes.lids, closed));
  const moved = gaze.x !== 0 || gaze.y !== 0;
  if (eyes.pupils.length > 0 && (eyes.gaze || moved)) {
    const rest = eyes.gaze ?? middleOf(eyes.pupils);
    const target = { x: rest.x + gaze.x, y: rest.y + gaze.y };
    for (const eye of eyes.pupils) {
      const { x, y } = lookOffset(eye, eyes.together ? middleOf(eyes.pupils) : eye.center, target);
      pose.set(eye.pupil, { move: translation(x, y) });
    }
  }
  for (const side of ['left', 'right'] as const) {
    const brow = eyes.brows[side];
    if (!brow) continue;
    const { raise, turn } = brows[side];
    const turned = turning(brow.turn + turn, brow.pivot);
    pose.set(brow.part, { move: multiply(translation(0, -brow.raise - raise), turned) });
  }
  return pose;
}

/** How far a pupil moves to look from a point at another, kept within its white. */
export function lookOffset({ reach }: Eye, from: Point, target: Point): Point {
  const far = distance(from, target);
  if (far === 0) return { x: 0, y: 0 };
  const [x, y] = [(target.x - from.x) / far, (target.y - from.y) / far];
  const angle = (Math.atan2(y, x) / (2 * Math.PI) + 1) % 1;
  const at = angle * reach.length;
  const [low, share] = [Math.floor(at) % reach.length, at - Math.floor(at)];
  // Of the two neighbouring angles the nearer edge counts, so that a corner is never cut.
  const next = reach[(low + 1) % reach.length]!;
  const limit = share === 0 ? reach[low]! : Math.min(reach[low]!, next);
  const length = Math.min(far, limit);
  return { x: x * length, y: y * length };
}

function middleOf(pupils: readonly Eye[]): Point {
  const sum = pupils.reduce(
    (total, { center }) => ({ x: total.x + center.x, y: total.y + center.y }),
    { x: 0, y: 0 },
  );
  return { x: sum.x / pupils.length, y: sum.y / pupils.length };
}

/** A lid that is further down than this is seen as closed. */
const CLOSED = 0.5;

function lidsPose(lids: Lids | null, closed: number): Pose {
  const pose = new Map<string, PartPose>();
  switch (lids?.kind) {
    case 'swap': {
      const shut = closed >= CLOSED;
      for (const part of lids.closed) pose.set(part, { hidden: !shut });
      for (const part of lids.open) pose.set(part, { hidden: shut });
      break;
    }
    case 'flip':
      for (const drawings of lids.flips) {
        const shown = Math.round(closed * (drawings.length - 1));
        drawings.forEach((part, at) => pose.set(part, { hidden: at !== shown }));
      }
      break;
    case 'slide':
      for (const { part, x, y } of lids.lids) {
        pose.set(part, { move: translation(x * closed, y * closed) });
      }
  }
  return pose;
}

/** The parts that eyes need. */
export function partsOfEyes({ pupils, lids, brows }: Eyes): string[] {
  return [
    ...pupils.flatMap(({ pupil, white }) => [pupil, white]),
    ...partsOfLids(lids),
    ...[brows.left, brows.right].flatMap((brow) => brow?.part ?? []),
  ];
}

function partsOfLids(lids: Lids | null): readonly string[] {
  switch (lids?.kind) {
    case 'swap':
      return [...lids.closed, ...lids.open];
    case 'flip':
      return lids.flips.flat();
    case 'slide':
      return lids.lids.map(({ part }) => part);
    default:
      return [];
  }
}
