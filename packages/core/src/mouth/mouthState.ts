import type { Articulation } from './articulation';

/** A mouth at one time: drawn mouths show the drawing, moving ones the articulation. */
export interface MouthState {
  readonly drawing: string;
  readonly articulation: Articulation;
  /** Another drawing that is seen as well, and how much of it, 0 to 1. */
  readonly fading?: Fading | undefined;
}

export interface Fading {
  readonly drawing: string;
  readonly share: number;
}
