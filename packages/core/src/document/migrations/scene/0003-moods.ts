import type { Migration } from '../migration';

/** Lines have a mood. */
export const moods: Migration = (scene) => ({
  ...scene,
  lines: (scene['lines'] as object[]).map((line) => ({ ...line, mood: null })),
});
