import { array, boolean, lazy, number, object, string, type Schema } from 'yup';
import { flicksSchema, type Flicks } from '../time';

/**
 * How a value goes to the next key: not before it, or along a cubic curve whose handles are shares of the way in time and
 * in value.
 */
export type KeyEasing =
  | { readonly kind: 'held' }
  | {
      readonly kind: 'curve';
      readonly x1: number;
      readonly y1: number;
      readonly x2: number;
      readonly y2: number;
    };

/** A value that a control has at a time, set by hand. */
export interface Key {
  readonly time: Flicks;
  readonly value: number;
  readonly easing: KeyEasing;
}

/** The keys of one control of a cast member. */
export interface KeyTrack {
  readonly id: string;
  readonly member: string;
  /** Id of a control; of one that is a point, followed by `/x` or `/y`. */
  readonly control: string;
  /** Whether it is added to what lies below, counted from rest, or stands instead of it. */
  readonly mix: 'add' | 'replace';
  readonly muted: boolean;
  /** How long it comes before its first key and goes after its last. */
  readonly soft: Flicks;
  /** In order, at different times. */
  readonly keys: readonly Key[];
}

/** Most keys of a track, and tracks of a scene. */
export const MOST_KEYS = 20_000;
export const MOST_KEY_TRACKS = 1000;

/** Curves that people often want. */
export const EASINGS = {
  even: { kind: 'curve', x1: 1 / 3, y1: 1 / 3, x2: 2 / 3, y2: 2 / 3 },
  eased: { kind: 'curve', x1: 0.42, y1: 0, x2: 0.58, y2: 1 },
  'slow start': { kind: 'curve', x1: 0.5, y1: 0, x2: 0.9, y2: 0.8 },
  'slow end': { kind: 'curve', x1: 0.1, y1: 0.2, x2: 0.5, y2: 1 },
  'over the end': { kind: 'curve', x1: 0.3, y1: 0.4, x2: 0.6, y2: 1.4 },
  held: { kind: 'held' },
} as const satisfies Readonly<Record<string, KeyEasing>>;

const share = () => number().required().min(0).max(1);
const value = () => number().required().min(-1e6).max(1e6);

/** What each easing is checked by. */
export const EASING_SCHEMAS = {
  held: object({}),
  curve: object({
    ...{ x1: share(), x2: share() },
    ...{ y1: number().required().min(-3).max(4), y2: number().required().min(-3).max(4) },
  }),
} as const;

const easingSchema = lazy((easing: unknown) => {
  const kind = (easing as { kind?: keyof typeof EASING_SCHEMAS } | null)?.kind;
  const shape = kind && Object.hasOwn(EASING_SCHEMAS, kind) ? EASING_SCHEMAS[kind] : object();
  return shape.shape({ kind: string().required().oneOf(Object.keys(EASING_SCHEMAS)) });
});

/** Checks keys: in order, at different times. */
export const keysSchema = array(
  object({ time: flicksSchema(), value: value(), easing: easingSchema }),
)
  .required()
  .max(MOST_KEYS)
  .test('order', 'keys must be in order, at different times', (keys) =>
    keys.every(({ time }, at) => at === 0 || time > keys[at - 1]!.time),
  );

export const keyTrackSchema = object({
  id: string().required(),
  member: string().required(),
  control: string().required().max(400),
  mix: string().required().oneOf(['add', 'replace']),
  muted: boolean().required(),
  soft: flicksSchema(),
  keys: keysSchema,
}) as unknown as Schema<KeyTrack>;
