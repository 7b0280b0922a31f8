import type { Migration } from '../migration';

/** A signal may be the loudness of one channel; what was before stays as it is. */
export const loudnessOfChannels: Migration = (production) => ({ ...production });
