import type { FrameItem } from '../frame';
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

/** Paints something else in a part's place. */
export type Repaint = (part: RepaintedPart) => readonly FrameItem[];

/** A part that is repainted, as it stands in a frame. */
export interface RepaintedPart {
  /** What the ids of the items begin with that are painted instead. */
  readonly id: string;
  /** What it would paint. */
  readonly items: readonly FrameItem[];
  /** Maps units of the artwork, as the part stands now, onto the stage. */
  readonly place: Matrix;
  /** What another part paints, hidden or not, as if it lay beside this one. */
  readonly paint: (part: string) => readonly FrameItem[];
}

/** What moves a character's parts at one time, by their ids. */
export type Pose = ReadonlyMap<string, PartPose>;

export const AT_REST: Pose = new Map();
