import { number, object, string } from 'yup';
import { multiply, translation, turning, type Point } from '../../geometry';
import type { Pose } from '../../pose';
import type { MouthState } from '../mouthState';

/** A part that turns or slides as the jaw opens, with all that it holds: lower teeth, tongue, beard. */
export interface JawMouth {
  readonly kind: 'jaw';
  readonly part: string;
  /** The point that it turns about, in units of the artwork. */
  readonly hinge: Point;
  /** How far it turns when wide open, radians, clockwise. */
  readonly turn: number;
  /** How far it slides when wide open, units of the artwork. */
  readonly slide: Point;
}

export const jawMouthSchema = object({
  kind: string().required().oneOf(['jaw']),
  part: string().required(),
  hinge: object({ x: number().required(), y: number().required() }),
  turn: number().required().min(-Math.PI).max(Math.PI),
  slide: object({ x: number().required(), y: number().required() }),
});

export function jawMouthPose(
  { part, hinge, turn, slide }: JawMouth,
  { articulation: { jaw } }: MouthState,
): Pose {
  const move = multiply(translation(slide.x * jaw, slide.y * jaw), turning(turn * jaw, hinge));
  return new Map([[part, { move }]]);
}
