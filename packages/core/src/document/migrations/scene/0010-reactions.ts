import type { Migration } from '../migration';

/** Signals and keys may move the cast, who may perform by themselves. */
export const reactions: Migration = (scene) => ({
  ...scene,
  ...{ reactions: {}, keys: {}, performances: {} },
});
