import type { Migration } from '../migration';

/** A cue tells what becomes of others while it lasts. */
export const cuesAndOthers: Migration = (character) => ({
  ...character,
  cues: Object.fromEntries(
    Object.entries((character['cues'] ?? {}) as Record<string, object>).map(([id, cue]) => [
      id,
      { ...cue, others: 'stay' },
    ]),
  ),
});
