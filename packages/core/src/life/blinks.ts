import { firstWhere } from '../numbers';
import { randomNumbers } from './randomNumbers';

/** When the lids are down, in seconds. */
export interface Blink {
  readonly start: number;
  readonly end: number;
}

export const LIDS_DOWN = 0.125;
const DOUBLE_BLINK_GAP = 0.2;
/** Seconds that lids take to come down, and to go up again. */
const CLOSING = 0.04;
const OPENING = 0.06;

/**
 * Blinks at random intervals up to `length` seconds; the same seed always gives the same blinks.
 *
 * @param habit shortest and longest time between blinks in seconds, and the share of double ones
 */
export function blinksFor(
  seed: number,
  length: number,
  { shortest, longest, doubles }: { shortest: number; longest: number; doubles: number },
): Blink[] {
  const chance = randomNumbers(seed);
  const blinks: Blink[] = [];
  let time = 0;
  for (;;) {
    time += shortest + chance() * (longest - shortest);
    if (time >= length) return blinks;
    blinks.push({ start: time, end: time + LIDS_DOWN });
    if (chance() < doubles) {
      const again = time + LIDS_DOWN + DOUBLE_BLINK_GAP;
      blinks.push({ start: again, end: again + LIDS_DOWN });
    }
  }
}

/** How far the lids are down at a time in seconds, 0 to 1. */
export function closedAt(blinks: readonly Blink[], time: number): number {
  const blink = blinks[firstWhere(blinks, ({ end }) => end > time)];
  if (!blink || time < blink.start) return 0;
  const { start, end } = blink;
  return Math.min(1, (time - start + CLOSING / 2) / CLOSING, (end - time) / OPENING + 0.5);
}

/** A seed from any text, so that each cast member blinks in its own time (FNV-1a, 32 bits). */
export function seedFrom(text: string): number {
  let hash = 0x811c9dc5;
  for (let at = 0; at < text.length; at++) {
    hash = Math.imul(hash ^ text.charCodeAt(at), 0x01000193);
  }
  return hash | 0;
}
