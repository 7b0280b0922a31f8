import type { Articulation } from './articulation';

/** A mouth at one moment: drawn mouths show the drawing, moving ones the articulation. */
export interface MouthNow {
  readonly drawing: string;
  readonly articulation: Articulation;
}
