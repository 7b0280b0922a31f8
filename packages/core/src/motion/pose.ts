import type { Operation } from '../frame';
import type { Matrix } from '../geometry';

/** What moves a part away from its rest. */
export interface PartPose {
  /** Moves it, and all that it holds, in units of the artwork. */
  readonly move?: Matrix;
  /** Seen or not, whatever it is at rest. */
  readonly hidden?: boolean;
  /** Which of the parts inside is seen, where only one is at a time. */
  readonly shows?: string;
  /** Paints something else in its place. */
  readonly repaint?: Repaint;
}

/**
 * Paints something else in a part's place.
 *
 * @param operations what it would paint
 * @param place maps units of the artwork, as the part stands now, onto the stage
 */
export type Repaint = (
  operations: readonly Operation[],
  place: Matrix,
  paint: PaintPart,
) => readonly Operation[];

/** What another part paints, hidden or not, as if it lay beside the one that is repainted. */
export type PaintPart = (part: string) => readonly Operation[];

/** What moves a character's parts at one time, by their ids. */
export type Pose = ReadonlyMap<string, PartPose>;

export const AT_REST: Pose = new Map();
