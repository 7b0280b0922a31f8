/** A linear model of how much a unit stands out. */
export interface EmphasisModel {
  /** Weights of the features of a unit, in their order. */
  readonly weights: readonly number[];
  /** The score at which a unit counts half, and by how much more it counts nearly wholly. */
  readonly middle: number;
  readonly spread: number;
}

/** Where the words are known. Trained by `training/emphasis`. */
export const WITH_WORDS: EmphasisModel = {
  weights: [
    ...[0.074, 0.181, 0.018, -0.029, 0.171, 0.289, 0.032, 0.212, 0.045, 0.104, 0.257, -0.249],
    ...[-0.014, 0.011, 0.047, -0.11, 0.061, 0.091, 0.048, -0.07, 0.171, 0.356, 0.127, 0.048],
    ...[0.533, -0.671, 0.263, 0.061, -0.407, -0.255, -1.241, -0.573, -1.096, -0.014, 0.164],
    ...[2.501, -1.478, -0.341, -0.112, 0.396, -1.316],
  ],
  ...{ middle: 3.6, spread: 0.7 },
};

/** From the voice alone. Trained by `training/emphasis`. */
export const OF_VOICE: EmphasisModel = {
  weights: [
    ...[0.101, 0.221, 0.104, 0.023, 0.141, 0.21, 0.036, 0.023, -0.14, 0.11, 0.274, -0.289],
    ...[-0.001, -0.037, 0.012, 0.053, 0.075, 0.11, -0.033, 0.071, 0.274, 0.156, 0.18, 0.162],
    ...[0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0],
    ...[3.086, -0.977, -0.423, -0.201, -0.032, -1.922],
  ],
  ...{ middle: 2.4, spread: 0.6 },
};
