import type { KeepMedia } from './layerStore';

/** What a reader of artwork is given beside the file. */
export interface Reading {
  /** Name of the file, for messages. */
  readonly name: string;
  readonly keep: KeepMedia;
  /** Takes progress, 0 to 1. @throws Problem 'cancelled' when nobody waits any more */
  readonly report: (share: number) => void;
}
