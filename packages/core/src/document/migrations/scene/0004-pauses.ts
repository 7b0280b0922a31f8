import type { Migration } from '../migration';

/** Lines say which drawing is shown in their pauses. */
export const pauses: Migration = (scene) => ({
  ...scene,
  lines: (scene['lines'] as object[]).map((line) => ({ ...line, silence: null })),
});
