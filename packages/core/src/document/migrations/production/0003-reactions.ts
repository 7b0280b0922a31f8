import type { Migration } from '../migration';

/** Productions keep reactions for their characters. */
export const reactions: Migration = (production) => ({ ...production, reactions: {} });
