import { firstWhere } from '../numbers';
import type { Flicks } from '../time';
import type { Key, KeyEasing, KeyTrack } from './keyTrack';

/** Halvings after which the share of time on a curve is as near as numbers tell. */
const HALVINGS = 40;

/** The value of keys at a time: that of the first before it, and of the last after it. @param keys at least one */
export function keyValueAt(keys: readonly Key[], time: Flicks): number {
  const next = firstWhere(keys, (key) => key.time > time);
  const [before, after] = [keys[next - 1], keys[next]];
  if (!before) return keys[0]!.value;
  if (!after) return before.value;
  const share = (time - before.time) / (after.time - before.time);
  return before.value + eased(before.easing, share) * (after.value - before.value);
}

/** The share of the way in value, at a share of the way in time. */
export function eased(easing: KeyEasing, share: number): number {
  if (easing.kind === 'held' || share <= 0) return 0;
  const { x1, y1, x2, y2 } = easing;
  let [low, high] = [0, 1];
  for (let turn = 0; turn < HALVINGS; turn++) {
    const middle = (low + high) / 2;
    if (cubic(x1, x2, middle) < share) low = middle;
    else high = middle;
  }
  return cubic(y1, y2, (low + high) / 2);
}

/** A cubic curve from 0 to 1 by its two handles. */
function cubic(first: number, second: number, at: number): number {
  const rest = 1 - at;
  return 3 * rest * rest * at * first + 3 * rest * at * at * second + at ** 3;
}

/** How much of a track counts at a time: all of it between its first and its last key, softly less beyond. */
export function shareOfTrack(
  { keys, soft }: Pick<KeyTrack, 'keys' | 'soft'>,
  time: Flicks,
): number {
  const [first, last] = [keys[0], keys.at(-1)];
  return first && last ? softShare(time, first.time, last.time, soft) : 0;
}

/** 1 from a start to an end, and less and less beyond, until nothing after `soft`. */
export function softShare(time: Flicks, start: Flicks, end: Flicks, soft: Flicks): number {
  const outside = Math.max(start - time, time - end);
  if (outside <= 0) return 1;
  if (outside >= soft) return 0;
  const share = 1 - outside / soft;
  return share * share * (3 - 2 * share);
}
