import { array, boolean, lazy, number, object, string, type Schema } from 'yup';
import { inOrder, type OrderedRecord, type Records } from '../records';

/** How values between two stops go from one to the other: evenly, with a slow start and end, or not before the next. */
export const EASINGS = ['linear', 'eased', 'held'] as const;
export type Easing = (typeof EASINGS)[number];

/** What a stop does to one part, beside where it rests. */
export interface StopPart {
  /** Units of the artwork. */
  readonly x: number;
  readonly y: number;
  /** Radians, clockwise, about its pivot. */
  readonly turn: number;
  /** About its pivot. */
  readonly scale: number;
  /** A share of its own opacity. */
  readonly opacity: number;
  /** Seen or not; null: as it is at rest. */
  readonly hidden: boolean | null;
}

export const UNTOUCHED: StopPart = { x: 0, y: 0, turn: 0, scale: 1, opacity: 1, hidden: null };

/** Whether a stop does nothing to a part. */
export function isUntouched({ x, y, turn, scale, opacity, hidden }: StopPart): boolean {
  return x === 0 && y === 0 && turn === 0 && scale === 1 && opacity === 1 && hidden === null;
}

/** What a character looks like at one value of a control. */
export interface ControlStop {
  readonly at: number;
  /** By the ids of parts; those that are left out are untouched. */
  readonly parts: Readonly<Record<string, StopPart>>;
}

/** Something of a character that can be set, made by example: at some values somebody has shown what it looks like. */
export interface BodyControl extends OrderedRecord {
  readonly name: string;
  readonly min: number;
  readonly max: number;
  /** Where it is when nothing sets it: all parts are untouched there, unless there is a stop. */
  readonly rest: number;
  readonly easing: Easing;
  /** In the order of their values. */
  readonly stops: readonly ControlStop[];
}

/** The most stops of one control. */
const MOST_STOPS = 100;
/** No control goes further. */
export const FARTHEST_VALUE = 1e6;

const finite = () => number().required().min(-1e9).max(1e9);
const value = () => number().required().min(-FARTHEST_VALUE).max(FARTHEST_VALUE);

const stopPartSchema = object({
  ...{ x: finite(), y: finite(), turn: finite() },
  scale: number().required().positive().max(1e4),
  opacity: number().required().min(0).max(1),
  hidden: boolean().nullable().defined(),
});

const stopSchema = object({
  at: value(),
  parts: lazy((parts: unknown) =>
    object(
      Object.fromEntries(Object.keys((parts ?? {}) as object).map((id) => [id, stopPartSchema])),
    ).required(),
  ) as unknown as Schema<ControlStop['parts']>,
});

export const bodyControlSchema = object({
  id: string().required(),
  order: string().required(),
  name: string().trim().required().max(200),
  ...{ min: value(), max: value(), rest: value() },
  easing: string<Easing>().required().oneOf(EASINGS),
  stops: array(stopSchema).required().max(MOST_STOPS),
})
  .test(
    'range',
    'a control needs a largest value above its smallest, and rests between them',
    ({ min, max, rest }) => max > min && rest >= min && rest <= max,
  )
  .test(
    'stops',
    'the stops of a control must be in order and in its range',
    ({ min, max, stops }) =>
      stops.every(
        ({ at }, index) => at >= min && at <= max && at > (stops[index - 1]?.at ?? -Infinity),
      ),
  ) as unknown as Schema<BodyControl>;

/** The controls of a body as people put them in order. */
export function bodyControlsOf({
  controls,
}: {
  readonly controls: Records<BodyControl>;
}): readonly BodyControl[] {
  return inOrder(controls);
}

/** The parts that a control touches at any of its stops. */
export function partsOfControl({ stops }: Pick<BodyControl, 'stops'>): string[] {
  return [...new Set(stops.flatMap(({ parts }) => Object.keys(parts)))];
}
