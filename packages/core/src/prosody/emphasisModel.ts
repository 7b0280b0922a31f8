/** A linear model of how much a unit stands out. */
export interface EmphasisModel {
  /** Weights of the features of a unit, in their order: where its words are known, and from the voice alone. */
  readonly words: readonly number[];
  readonly voice: readonly number[];
  /** The score at which a unit counts half, and by how much more it counts nearly wholly. */
  readonly middle: number;
  readonly spread: number;
}

/** Trained by `training/emphasis`. */
export const EMPHASIS: EmphasisModel = {
  words: [0.6, 0.7, 0.3, 0.5, 0.2, 0.8, 0.2],
  voice: [0.8, 0.9, 0.4, 0.6, 0.3, 0, 0.2],
  middle: 1.6,
  spread: 0.5,
};
