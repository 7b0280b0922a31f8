import { unsafeUniformIntDistribution, xoroshiro128plus } from 'pure-rand';

/** When the lids are down, in seconds. */
export interface Blink {
  readonly start: number;
  readonly end: number;
}

/** Seconds from one blink to the next: the range of a calm, speaking face. */
const SHORTEST_GAP = 2;
const LONGEST_GAP = 6;
const LIDS_DOWN = 0.125;
const DOUBLE_BLINK_SHARE = 0.12;
const DOUBLE_BLINK_GAP = 0.2;

/** Blinks at random intervals up to `length` seconds; the same seed always gives the same blinks. */
export function blinksFor(seed: number, length: number): Blink[] {
  const random = xoroshiro128plus(seed);
  const chance = () => unsafeUniformIntDistribution(0, 0xffffff, random) / 0x1000000;
  const blinks: Blink[] = [];
  let time = 0;
  for (;;) {
    time += SHORTEST_GAP + chance() * (LONGEST_GAP - SHORTEST_GAP);
    if (time >= length) return blinks;
    blinks.push({ start: time, end: time + LIDS_DOWN });
    if (chance() < DOUBLE_BLINK_SHARE) {
      const again = time + LIDS_DOWN + DOUBLE_BLINK_GAP;
      blinks.push({ start: again, end: again + LIDS_DOWN });
    }
  }
}

/** A seed from any text, so that each cast member blinks in its own time (FNV-1a, 32 bits). */
export function seedFrom(text: string): number {
  let hash = 0x811c9dc5;
  for (let at = 0; at < text.length; at++) {
    hash = Math.imul(hash ^ text.charCodeAt(at), 0x01000193);
  }
  return hash | 0;
}
