import { array, boolean, lazy, number, object, string, type Schema } from 'yup';
import type { Point } from '../geometry';
import { inOrder, type OrderedRecord, type Records } from '../records';

/**
 * How values between two stops go from one to the other: evenly, with a slow start and end, not before the next, or at
 * once half-way.
 */
export const EASINGS = ['linear', 'eased', 'held', 'cut'] as const;
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
  /** Which of the parts inside is seen, where only one is at a time; null: the one that is seen at rest. */
  readonly shows: string | null;
  /** Its width, as a share of what `scale` makes of it. */
  readonly stretch: number;
  /** Left and right changed over about its pivot. */
  readonly mirrored: boolean;
  /** Painted behind all that lies beside it in its group. */
  readonly behind: boolean;
  /** A colour that is laid over it, and how much. */
  readonly tint: ColorAmount | null;
  /** Lighter up to 1, white; darker down to -1, black. */
  readonly brighten: number;
  /** The colour in which it shines, and how much. */
  readonly glow: ColorAmount | null;
}

/** A colour, #rrggbb, and how much of it, 0 to 1. */
export interface ColorAmount {
  readonly color: string;
  readonly amount: number;
}

export const UNTOUCHED: StopPart = {
  ...{ x: 0, y: 0, turn: 0, scale: 1, stretch: 1, opacity: 1, hidden: null },
  ...{ mirrored: false, behind: false, shows: null },
  ...{ tint: null, brighten: 0, glow: null },
};

const FIELDS = Object.keys(UNTOUCHED) as (keyof StopPart)[];

/** Whether a stop does nothing to a part. */
export function isUntouched(part: StopPart): boolean {
  return FIELDS.every((field) => {
    const value = part[field];
    // A colour of which there is nothing does nothing.
    return value === UNTOUCHED[field] || (isColorAmount(value) && value.amount === 0);
  });
}

function isColorAmount(value: StopPart[keyof StopPart]): value is ColorAmount {
  return typeof value === 'object' && value !== null;
}

/** What a character looks like at one value of a control. */
export interface ControlStop {
  readonly at: number;
  /** By the ids of parts; those that are left out are untouched. */
  readonly parts: Readonly<Record<string, StopPart>>;
  /** How far grips are dragged, units of the artwork, by the ids of their controls. */
  readonly grips: Readonly<Record<string, Point>>;
  /** What it does to soft regions of bends, by their keys. */
  readonly regions: Readonly<Record<string, RegionChange>>;
}

/** What a stop does to a soft region. */
export type RegionChange = Pick<StopPart, 'x' | 'y' | 'turn' | 'scale' | 'stretch'>;

export const RESTING_REGION: RegionChange = { x: 0, y: 0, turn: 0, scale: 1, stretch: 1 };

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
  /** What it drives as well, and by how much: 1 as far as it goes itself, -1 as far the other way. */
  readonly drives: readonly Drive[];
  /** How far it goes along, softly, as the mouth opens: 1 all the way to its largest value, -1 to its smallest. */
  readonly withMouth: number;
}

/** Another control that one drives. */
export interface Drive {
  readonly control: string;
  readonly amount: number;
}

/** The most stops of one control. */
const MOST_STOPS = 100;
/** No control goes further. */
export const FARTHEST_VALUE = 1e6;

const finite = () => number().required().min(-1e9).max(1e9);
const value = () => number().required().min(-FARTHEST_VALUE).max(FARTHEST_VALUE);

/** Null, or a colour and how much of it. */
const colorAmountSchema = object({
  color: string()
    .required()
    .matches(/^#[0-9a-f]{6}$/i),
  amount: number().required().min(0).max(1),
})
  .nullable()
  .defined()
  .default(undefined);

export const stopPartSchema = object({
  ...{ x: finite(), y: finite(), turn: finite() },
  scale: number().required().positive().max(1e4),
  opacity: number().required().min(0).max(1),
  hidden: boolean().nullable().defined(),
  stretch: number().required().positive().max(1e4),
  mirrored: boolean().required(),
  behind: boolean().required(),
  shows: string().defined().nullable(),
  tint: colorAmountSchema,
  brighten: number().required().min(-1).max(1),
  glow: colorAmountSchema,
});

export const regionChangeSchema = object({
  ...{ x: finite(), y: finite(), turn: finite() },
  scale: number().required().positive().max(1e4),
  stretch: number().required().positive().max(1e4),
});

const stopSchema = object({
  at: value(),
  parts: lazy((parts: unknown) =>
    object(
      Object.fromEntries(Object.keys((parts ?? {}) as object).map((id) => [id, stopPartSchema])),
    ).required(),
  ) as unknown as Schema<ControlStop['parts']>,
  grips: lazy((grips: unknown) =>
    object(
      Object.fromEntries(
        Object.keys((grips ?? {}) as object).map((id) => [
          id,
          object({ x: finite(), y: finite() }),
        ]),
      ),
    ).required(),
  ) as unknown as Schema<ControlStop['grips']>,
  regions: lazy((regions: unknown) =>
    object(
      Object.fromEntries(
        Object.keys((regions ?? {}) as object).map((key) => [key, regionChangeSchema]),
      ),
    ).required(),
  ) as unknown as Schema<ControlStop['regions']>,
});

export const bodyControlSchema = object({
  id: string().required(),
  order: string().required(),
  name: string().trim().required().max(200),
  ...{ min: value(), max: value(), rest: value() },
  easing: string<Easing>().required().oneOf(EASINGS),
  stops: array(stopSchema).required().max(MOST_STOPS),
  drives: array(
    object({ control: string().required(), amount: number().required().min(-4).max(4) }),
  )
    .required()
    .max(MOST_STOPS),
  withMouth: number().required().min(-1).max(1),
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

/** The parts that a control touches or shows at any of its stops. */
export function partsOfControl({ stops }: Pick<BodyControl, 'stops'>): string[] {
  return [
    ...new Set(
      stops.flatMap(({ parts }) => [
        ...Object.keys(parts),
        ...Object.values(parts).flatMap(({ shows }) => shows ?? []),
      ]),
    ),
  ];
}
