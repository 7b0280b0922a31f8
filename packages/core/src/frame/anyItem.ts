import type { Box } from '../geometry';

/** What every item of a frame has. */
export interface Item {
  /** The same from frame to frame for the same thing; no two items of a frame share one. */
  readonly id: string;
  /** A digest of all that is painted: the same number where an item looks the same, wherever it was made. */
  readonly version: number;
  /** What it may cover, in stage units. */
  readonly bounds: Box;
}
