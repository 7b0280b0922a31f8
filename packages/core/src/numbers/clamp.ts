/** A share: no less than 0 and no more than 1. */
export function clampShare(value: number): number {
  return Math.min(1, Math.max(0, value));
}
