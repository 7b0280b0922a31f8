import type { Articulation } from './articulation';

/** A mouth at one time: drawn mouths show the drawing, moving ones the articulation. */
export interface MouthState {
  readonly drawing: string;
  readonly articulation: Articulation;
}
