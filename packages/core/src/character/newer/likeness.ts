import type { Box } from '../../geometry';
import { wordsOf } from '../recognition/tokens';

/** How alike two pictures look, 0 to 1; null where that isn't known. */
export type PictureLikeness = (mine: string, theirs: string) => number | null;

/** How much of what two boxes cover together both cover, 0 to 1 (Jaccard). */
export function overlapOf(one: Box, other: Box): number {
  const width = Math.min(one.x + one.width, other.x + other.width) - Math.max(one.x, other.x);
  const height = Math.min(one.y + one.height, other.y + other.height) - Math.max(one.y, other.y);
  if (width <= 0 || height <= 0) return 0;
  const both = width * height;
  return both / (one.width * one.height + other.width * other.height - both);
}

/** How many of the words in two names are the same, 0 to 1 (Jaccard). */
export function nameLikeness(one: string, other: string): number {
  const [mine, theirs] = [new Set(wordsOf(one)), new Set(wordsOf(other))];
  const both = [...mine].filter((word) => theirs.has(word)).length;
  const either = mine.size + theirs.size - both;
  return either === 0 ? 0 : both / either;
}

/**
 * How alike two pictures look that were painted into squares of the same size, 0 to 1: one less their mean
 * difference where either covers anything.
 *
 * @param one premultiplied RGBA
 */
export function pixelLikeness(one: ArrayLike<number>, other: ArrayLike<number>): number {
  let [difference, covered] = [0, 0];
  for (let at = 0; at < one.length; at += 4) {
    const share = Math.max(one[at + 3]!, other[at + 3]!) / 255;
    if (share === 0) continue;
    covered += share;
    let most = 0;
    for (let channel = 0; channel < 4; channel++) {
      most = Math.max(most, Math.abs(one[at + channel]! - other[at + channel]!));
    }
    difference += most / 255;
  }
  return covered === 0 ? 1 : Math.max(0, 1 - difference / covered);
}
