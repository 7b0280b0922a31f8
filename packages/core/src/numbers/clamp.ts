/** The nearest number that is no less than `min` and no more than `max`. */
export function clamp(value: number, min: number, max: number): number {
  return Math.min(max, Math.max(min, value));
}

/** A share: no less than 0 and no more than 1. */
export function clampShare(value: number): number {
  return clamp(value, 0, 1);
}
