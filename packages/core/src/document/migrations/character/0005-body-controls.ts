import type { Migration } from '../migration';

/** A character may have controls that somebody made by example. */
export const bodyControls: Migration = (character) => ({ ...character, controls: {} });
