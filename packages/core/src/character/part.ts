import { boolean, number, object, string, type Schema } from 'yup';
import { BLEND_MODES, type BlendMode } from '../frame';
import { meaningSchema, type Meaning } from './recognition/meaning';
import type { OrderedRecord } from '../records';
import { multiply, scalingAbout, translation, turning, type Matrix, type Point } from '../geometry';

/** Where a part stands when nothing moves it, as a change from where it was drawn. */
export interface RestPose {
  /** Units of the artwork. */
  readonly x: number;
  readonly y: number;
  /** Radians, clockwise, about the pivot. */
  readonly turn: number;
  /** About the pivot. */
  readonly scale: number;
}

/** One piece of a character. */
export interface Part extends OrderedRecord {
  readonly name: string;
  /** Id of the part that it belongs to and moves with; null at the top. */
  readonly parent: string | null;
  /** Key of its own drawing; null for a part that only holds others. */
  readonly drawing: string | null;
  readonly hidden: boolean;
  /** Kept from being chosen and moved by accident. */
  readonly locked: boolean;
  /** 0 to 1. */
  readonly opacity: number;
  readonly blend: BlendMode;
  /** Seen only where the part next beneath it in the same group is, that isn't clipped itself. */
  readonly clipped: boolean;
  /** Whether what it holds blends with each other alone, not with what lies beneath it. */
  readonly isolated: boolean;
  /** Key of a drawing: it, and all that it holds, is seen only where that would be. Null: everywhere. */
  readonly mask: string | null;
  /** The point that it turns about, in units of the artwork as drawn. */
  readonly pivot: Point;
  readonly rest: RestPose;
  /** Of the parts inside, only one is seen at a time: this one, unless something asks for another. Null: all are. */
  readonly shows: string | null;
  /** What it is, where somebody has said so; null: its name tells. */
  readonly meaning: Meaning | null;
}

export const AS_DRAWN: RestPose = { x: 0, y: 0, turn: 0, scale: 1 };

export const pointSchema: Schema<Point> = object({
  x: number().required(),
  y: number().required(),
});

export const partSchema = object({
  id: string().required().max(300),
  order: string().required(),
  name: string().defined().max(300),
  parent: string().defined().nullable(),
  drawing: string().defined().nullable(),
  hidden: boolean().required(),
  locked: boolean().required(),
  opacity: number().required().min(0).max(1),
  blend: string<BlendMode>().required().oneOf(BLEND_MODES),
  clipped: boolean().required(),
  isolated: boolean().required(),
  mask: string().defined().nullable(),
  pivot: pointSchema,
  rest: object({
    x: number().required(),
    y: number().required(),
    turn: number().required(),
    scale: number().required().positive(),
  }),
  shows: string().defined().nullable(),
  meaning: meaningSchema,
}) as unknown as Schema<Part>;

/** A part that has no place among others yet. */
export type UnplacedPart = Omit<Part, 'order'> & { readonly order?: string };

/** A part as it comes: seen, unmoved, belonging to nobody. */
export function plainPart(part: Pick<Part, 'id' | 'name'> & Partial<Part>): UnplacedPart {
  return {
    parent: null,
    drawing: null,
    hidden: false,
    locked: false,
    opacity: 1,
    blend: 'normal',
    clipped: false,
    isolated: false,
    mask: null,
    pivot: { x: 0, y: 0 },
    rest: AS_DRAWN,
    shows: null,
    meaning: null,
    ...part,
  };
}

const restMatrices = new WeakMap<Part, Matrix>();

/** The map from where a part was drawn to where it rests, within its parent. */
export function restMatrix(part: Part): Matrix {
  const known = restMatrices.get(part);
  if (known) return known;
  const { rest, pivot } = part;
  const turned = multiply(turning(rest.turn, pivot), scalingAbout(rest.scale, pivot));
  const matrix = multiply(translation(rest.x, rest.y), turned);
  restMatrices.set(part, matrix);
  return matrix;
}
