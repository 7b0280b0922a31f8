import { array, lazy, number, object, string, type Schema } from 'yup';
import type { Outline, WeightGrid } from '../../mesh';
import type { Point } from '../../geometry';
import { inOrder, recordsSchema, type OrderedRecord, type Records } from '../../records';
import { pointSchema } from '../part';

/**
 * What a point of a bent drawing does: a hold stays and keeps its direction, a pivot stays and lets the drawing turn
 * about it, a joint goes where the splints at it lead, a grip is dragged, a plant stays where it is on the stage.
 */
export const POINT_KINDS = ['hold', 'pivot', 'joint', 'grip', 'plant'] as const;
export type PointKind = (typeof POINT_KINDS)[number];

/** What a grip does when it is let go. */
export const RELEASES = ['returns', 'waits', 'stays'] as const;
export type Release = (typeof RELEASES)[number];

/** A point by which a drawing is bent. */
export interface BendPoint extends OrderedRecord {
  readonly name: string;
  readonly kind: PointKind;
  /** Where it lies as drawn, units of the artwork. */
  readonly x: number;
  readonly y: number;
  /** To which side a joint bends, seen from the start of its limb: 1 clockwise, -1 the other way; 0: as drawn. */
  readonly side: -1 | 0 | 1;
  /** The least and the greatest angle between the two splints at a joint, radians; null: any. */
  readonly limits: readonly [least: number, greatest: number] | null;
  readonly release: Release;
  /** How far a grip rests from where it was drawn, units of the artwork: an arm drawn out may rest down. */
  readonly rest: Point;
}

/** A line that stays stiff, from one point to another. */
export interface Splint {
  readonly from: string;
  readonly to: string;
}

/** An area that goes along by weights, without an edge: a jaw, a cheek, a belly, the front of a face. */
export interface Region extends OrderedRecord, WeightGrid {
  readonly name: string;
  /** What it turns and is sized about, units of the artwork as drawn. */
  readonly pivot: Point;
}

/** Parts whose drawings bend as one. */
export interface Bend extends OrderedRecord {
  readonly name: string;
  /** Ids of the parts; all move as the first one does. */
  readonly parts: readonly string[];
  /** What the drawings cover, units of the artwork as drawn. */
  readonly outline: Outline;
  readonly points: Records<BendPoint>;
  readonly splints: readonly Splint[];
  /** Their weights lie over the box of the outline. */
  readonly regions: Records<Region>;
}

const MOST_POINTS = 60;
const MOST_RINGS = 400;
const MOST_CORNERS = 5000;
/** Drawings lie no further out than this, units of the artwork. */
const FARTHEST = 1e6;

const coordinate = () => number().required().min(-FARTHEST).max(FARTHEST);
const angle = () => number().required().min(0).max(Math.PI);

export const bendPointSchema: Schema<BendPoint> = object({
  id: string().required(),
  order: string().required(),
  name: string().trim().required().max(200),
  kind: string<PointKind>().required().oneOf(POINT_KINDS),
  ...{ x: coordinate(), y: coordinate() },
  side: number<-1 | 0 | 1>().required().oneOf([-1, 0, 1]),
  limits: lazy((limits: unknown) =>
    limits === null
      ? object().nullable()
      : (array(angle())
          .required()
          .length(2)
          .test(
            'order',
            'the least angle of a joint must not be greater than its greatest',
            ([least, greatest]: readonly number[]) => least! <= greatest!,
          ) as never),
  ),
  release: string<Release>().required().oneOf(RELEASES),
  rest: pointSchema,
}) as unknown as Schema<BendPoint>;

/** A grid has so many points at most. */
const MOST_WEIGHTS = 4096;

export const regionSchema = object({
  id: string().required(),
  order: string().required(),
  name: string().trim().required().max(200),
  pivot: pointSchema,
  ...{ columns: gridSide(), rows: gridSide() },
  weights: array().required().max(MOST_WEIGHTS),
}).test(
  'weights',
  'a soft region needs a weight from 0 to 255 for every point of its grid',
  ({ columns, rows, weights }) =>
    weights.length === columns * rows && weights.every((weight: unknown) => isWeight(weight)),
) as unknown as Schema<Region>;

function gridSide() {
  return number().required().integer().min(2).max(64);
}

function isWeight(value: unknown): boolean {
  return Number.isInteger(value) && (value as number) >= 0 && (value as number) <= 255;
}

export const bendSchema = object({
  id: string().required(),
  order: string().required(),
  name: string().trim().required().max(200),
  parts: array(string().required()).required().min(1).max(100),
  outline: array(array(pointSchema).required().min(3))
    .required()
    .min(1)
    .max(MOST_RINGS)
    .test(
      'corners',
      `an outline has ${MOST_CORNERS} corners at most`,
      (rings) => rings.reduce((sum, ring) => sum + ring.length, 0) <= MOST_CORNERS,
    ),
  points: recordsSchema(bendPointSchema, 'point'),
  splints: array(object({ from: string().required(), to: string().required() }))
    .required()
    .max(2 * MOST_POINTS),
  regions: recordsSchema(regionSchema, 'region'),
})
  .test(
    'number',
    `a bent drawing has ${MOST_POINTS} points at most`,
    ({ points }) => Object.keys(points).length <= MOST_POINTS,
  )
  .test(
    'splints',
    'a splint must lead from one point of its drawing to another',
    ({ points, splints }) =>
      splints.every(
        ({ from, to }) => from !== to && Object.hasOwn(points, from) && Object.hasOwn(points, to),
      ),
  ) as unknown as Schema<Bend>;

/** The points of a bend as they were made. */
export function pointsOf({ points }: Bend): readonly BendPoint[] {
  return inOrder(points);
}

/** The id of the control that drags a grip. */
export const gripControlId = (bend: string, point: string) => `grip.${bend}.${point}`;

/** The regions of a bend as they were made. */
export function regionsOf({ regions }: Bend): readonly Region[] {
  return inOrder(regions);
}

/** What names a region in the stops of controls. */
export const regionKey = (bend: string, region: string) => `${bend}/${region}`;
