import type { Flicks } from '@cruvo/core/time';

/**
 * Moves a stretch of time to the nearest of some times, by either of its ends.
 *
 * @param start where the stretch would begin
 * @param length of it
 * @param reach how far it is moved at most
 * @returns where it begins, and the time that it was moved to; null where none was near
 */
export function snapStretch(
  start: Flicks,
  length: Flicks,
  times: readonly Flicks[],
  reach: Flicks,
): { readonly start: Flicks; readonly to: Flicks | null } {
  let best: { readonly start: Flicks; readonly to: Flicks } | null = null;
  for (const to of times) {
    for (const candidate of [to, to - length]) {
      const distance = Math.abs(candidate - start);
      if (distance <= reach && (!best || distance < Math.abs(best.start - start))) {
        best = { start: candidate, to };
      }
    }
  }
  return best ?? { start, to: null };
}
