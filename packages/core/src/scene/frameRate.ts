/** Film frame rates, as exact fractions: the names people use, frames a second = numerator / denominator. */
export const FRAME_RATES = {
  '12': [12, 1],
  '23.976': [24000, 1001],
  '24': [24, 1],
  '25': [25, 1],
  '29.97': [30000, 1001],
  '30': [30, 1],
  '50': [50, 1],
  '60': [60, 1],
} as const satisfies Record<string, readonly [number, number]>;

export type FrameRateName = keyof typeof FRAME_RATES;

/** From slow to fast. */
export const FRAME_RATE_NAMES = (Object.keys(FRAME_RATES) as FrameRateName[]).sort(
  (a, b) => Number(a) - Number(b),
);

/** Frames a second. */
export function framesPerSecond(name: FrameRateName): number {
  const [numerator, denominator] = FRAME_RATES[name];
  return numerator / denominator;
}

/**
 * The time for which a frame is evaluated, seconds: the middle of its showing. So no picture is ever
 * more than half a frame away from its moment, and no rounding decides on which side of an edge it falls.
 */
export function frameTime(index: number, name: FrameRateName): number {
  return (index + 0.5) / framesPerSecond(name);
}

/** The frame that is showing at a time in seconds. */
export function frameAt(time: number, name: FrameRateName): number {
  return Math.max(0, Math.floor(time * framesPerSecond(name) + 1e-6));
}

/** How many frames a length in seconds needs; at least one. */
export function frameCount(seconds: number, name: FrameRateName): number {
  return Math.max(1, Math.ceil(seconds * framesPerSecond(name) - 1e-6));
}
