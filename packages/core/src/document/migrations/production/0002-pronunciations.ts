import type { Migration } from '../migration';

/** Productions have pronunciations of their own. */
export const pronunciations: Migration = (production) => ({ ...production, pronunciations: [] });
