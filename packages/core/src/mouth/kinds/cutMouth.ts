import { array, lazy, number, object, string } from 'yup';
import { distance } from '../../geometry';
import type { Inside, Pose, Split } from '../../pose';
import type { MouthState } from '../mouthState';

/**
 * One drawing cut along a line between the corners of its mouth: both sides move apart over an inside, by their
 * own amounts, with soft ends at the corners. The amounts are those of a wide open mouth.
 */
export interface CutMouth extends Split {
  readonly kind: 'cut';
  readonly part: string;
}

/** The most steps of a curve along a cut. */
const MOST_STEPS = 65;

/** The dark of a mouth, before somebody chooses another colour; #rrggbb. */
export const MOUTH_DARK = '#5a1f1c';

const color = () =>
  string()
    .required()
    .matches(/^#[0-9a-f]{6}$/i);

/** What each kind of inside is checked by. */
export const INSIDE_SCHEMAS = {
  color: object({ color: color() }),
  gradient: object({ top: color(), bottom: color() }),
  part: object({ part: string().required() }),
} as const;

const insideSchema = lazy((value: unknown) => {
  const kind = (value as { kind?: unknown } | null)?.kind;
  const known = typeof kind === 'string' && Object.hasOwn(INSIDE_SCHEMAS, kind);
  const shape = known ? INSIDE_SCHEMAS[kind as Inside['kind']] : object();
  return shape.shape({ kind: string().required().oneOf(Object.keys(INSIDE_SCHEMAS)) }).required();
});

export const cutMouthSchema = object({
  kind: string().required().oneOf(['cut']),
  part: string().required(),
  from: object({ x: number().required(), y: number().required() }),
  to: object({ x: number().required(), y: number().required() }),
  upper: number().required().min(0),
  lower: number().required().min(0),
  curve: array(number().required()).required().max(MOST_STEPS),
  softness: number().required().min(0).max(1),
  inside: insideSchema,
});

/** A mouth that is less open than this is the drawing itself. */
const SHUT = 0.01;

export function cutMouthPose(
  { part, from, to, upper, lower, curve, softness, inside }: CutMouth,
  { articulation: { jaw } }: MouthState,
): Pose {
  if (jaw < SHUT || distance(from, to) === 0) return new Map();
  const moved = { upper: jaw * upper, lower: jaw * lower };
  return new Map([
    [part, { content: { kind: 'split', from, to, ...moved, curve, softness, inside } }],
  ]);
}
