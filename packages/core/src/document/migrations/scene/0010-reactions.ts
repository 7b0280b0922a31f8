import type { Migration } from '../migration';

/** Signals may move the cast, who may perform by themselves. */
export const reactions: Migration = (scene) => ({ ...scene, reactions: {}, performances: {} });
