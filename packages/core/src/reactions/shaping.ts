import { array, boolean, lazy, number, object, string, type Schema } from 'yup';

/**
 * One step by which a signal is shaped. Values go from 0 to 1 where nothing else is said; times are in seconds. Each
 * step keeps in mind only a few seconds, so that any moment can be computed without all that was before.
 */
export type ShapingStep =
  /** What is below a level counts as nothing. */
  | { readonly kind: 'gate'; readonly level: number }
  /** Rises within one time constant and falls within another. */
  | { readonly kind: 'follow'; readonly attack: number; readonly release: number }
  /** Evened out over a time around each moment; nothing comes later for it. */
  | { readonly kind: 'smooth'; readonly seconds: number }
  /** A range of values becomes 0 to 1. */
  | { readonly kind: 'window'; readonly from: number; readonly to: number }
  /** Comes later; sooner where it is below 0. */
  | { readonly kind: 'delay'; readonly seconds: number }
  | { readonly kind: 'gain'; readonly factor: number }
  | { readonly kind: 'offset'; readonly amount: number }
  /** 1 becomes 0. */
  | { readonly kind: 'invert' }
  /** Drawn: what comes out for what goes in, in order of what goes in, evenly between. */
  | { readonly kind: 'curve'; readonly points: readonly CurvePoint[] }
  | {
      readonly kind: 'limit';
      readonly least: number;
      readonly most: number;
      /** Whether it bends towards its limits rather than stopping there. */
      readonly soft: boolean;
    }
  /** Only so many values, evenly apart. */
  | { readonly kind: 'steps'; readonly count: number }
  /** Swings towards its value; a damping of 1 goes there without swinging over. */
  | { readonly kind: 'spring'; readonly frequency: number; readonly damping: number }
  /** Stays at its highest for a time. */
  | { readonly kind: 'hold'; readonly seconds: number }
  /** Each time that something happens, it counts only with some chance. */
  | { readonly kind: 'chance'; readonly share: number; readonly seed: number }
  /**
   * Each time that something happens becomes a movement: a little the other way before, there, a stay, and back.
   * It begins as the signal does.
   */
  | {
      readonly kind: 'gesture';
      readonly rise: number;
      readonly stay: number;
      readonly settle: number;
      /** How far the other way before, as a share. */
      readonly anticipation: number;
    };

export interface CurvePoint {
  readonly in: number;
  readonly out: number;
}

export type ShapingKind = ShapingStep['kind'];

/** Most steps of one reaction, and the longest time that one keeps in mind, seconds. */
export const MOST_STEPS = 12;
export const LONGEST_STEP = 5;

const time = () => number().required().min(0).max(LONGEST_STEP);
const value = () => number().required().min(-100).max(100);
const share = () => number().required().min(0).max(1);

/** What each way of shaping is checked by. */
export const SHAPING_SCHEMAS = {
  gate: object({ level: value() }),
  follow: object({ attack: time(), release: time() }),
  smooth: object({ seconds: time() }),
  window: object({
    from: value(),
    to: value().test('window', 'a window must not be empty', function (to) {
      return to !== (this.parent as { from: number }).from;
    }),
  }),
  delay: object({ seconds: number().required().min(-LONGEST_STEP).max(LONGEST_STEP) }),
  gain: object({ factor: value() }),
  offset: object({ amount: value() }),
  invert: object({}),
  curve: object({
    points: array(object({ in: value(), out: value() }))
      .required()
      .min(2)
      .max(32)
      .test('order', 'the points of a curve must be in order', (points) =>
        points.every((point, at) => at === 0 || point.in > points[at - 1]!.in),
      ),
  }),
  limit: object({
    least: value(),
    most: value().test('limits', 'a limit’s least must not be above its most', function (most) {
      return most >= (this.parent as { least: number }).least;
    }),
    soft: boolean().required(),
  }),
  steps: object({ count: number().required().integer().min(1).max(100) }),
  spring: object({
    frequency: number().required().min(0.2).max(12),
    damping: number().required().min(0.05).max(2),
  }),
  hold: object({ seconds: time() }),
  chance: object({ share: share(), seed: number().required().integer() }),
  gesture: object({
    rise: number().required().min(0.02).max(LONGEST_STEP),
    stay: time(),
    settle: number().required().min(0.02).max(LONGEST_STEP),
    anticipation: share(),
  }),
} as const;

export const SHAPING_KINDS = Object.keys(SHAPING_SCHEMAS) as readonly ShapingKind[];

export const shapingStepSchema = lazy((step: unknown) => {
  const kind = (step as { kind?: ShapingKind } | null)?.kind;
  const shape = kind && Object.hasOwn(SHAPING_SCHEMAS, kind) ? SHAPING_SCHEMAS[kind] : object();
  return shape.shape({
    kind: string().required().oneOf(SHAPING_KINDS, 'a way of shaping is not known'),
  });
}) as unknown as Schema<ShapingStep>;
