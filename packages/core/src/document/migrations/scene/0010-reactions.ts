import type { Migration } from '../migration';

/** Signals, keys and moves may move the cast, who may perform by themselves. */
export const reactions: Migration = (scene) => ({
  ...scene,
  ...{ reactions: {}, keys: {}, moves: {}, performances: {} },
});
