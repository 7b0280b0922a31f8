import type { Migration } from '../migration';

/** A character may have cues. */
export const cuesOfCharacter: Migration = (character) => ({ ...character, cues: {} });
