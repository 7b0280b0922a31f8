import type { Migration } from '../migration';

/** A signal may be a curve that somebody drew; what was before stays as it is. */
export const drawnSignals: Migration = (character) => ({ ...character });
