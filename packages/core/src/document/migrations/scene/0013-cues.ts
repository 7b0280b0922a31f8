import type { Migration } from '../migration';

/** Cues may be laid down. */
export const cues: Migration = (scene) => ({ ...scene, cues: {} });
