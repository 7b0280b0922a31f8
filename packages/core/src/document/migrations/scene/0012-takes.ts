import type { Migration } from '../migration';

/** What was performed may be laid down. */
export const takes: Migration = (scene) => ({ ...scene, takes: {} });
