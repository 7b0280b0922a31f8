import { FLICKS_PER_SECOND, type Flicks } from './flicks';

/** Film frame rates, as exact fractions: the names people use, frames a second = numerator / denominator. */
export const FRAME_RATES = {
  '12': [12, 1],
  '23.976': [24000, 1001],
  '24': [24, 1],
  '25': [25, 1],
  '29.97': [30000, 1001],
  '30': [30, 1],
  '48': [48, 1],
  '50': [50, 1],
  '59.94': [60000, 1001],
  '60': [60, 1],
  '120': [120, 1],
} as const satisfies Record<string, readonly [number, number]>;

export type FrameRateName = keyof typeof FRAME_RATES;

/** From slow to fast. */
export const FRAME_RATE_NAMES = (Object.keys(FRAME_RATES) as FrameRateName[]).sort(
  (a, b) => Number(a) - Number(b),
);

/** Those in which scenes are worked on; films can be made at any. */
export const SCENE_RATE_NAMES = ['12', '23.976', '24', '25', '29.97', '30', '50', '60'] as const;

/** Frames a second. */
export function framesPerSecond(name: FrameRateName): number {
  const [numerator, denominator] = FRAME_RATES[name];
  return numerator / denominator;
}

/** How long one frame is shown. */
export function frameLength(name: FrameRateName): Flicks {
  const [numerator, denominator] = FRAME_RATES[name];
  return (FLICKS_PER_SECOND / numerator) * denominator;
}

/** When a frame begins to be shown. */
export function frameStart(index: number, name: FrameRateName): Flicks {
  return index * frameLength(name);
}

/**
 * The time for which a frame is evaluated: the middle of its showing. So no picture is ever more than half a
 * frame away from its moment.
 */
export function frameMiddle(index: number, name: FrameRateName): Flicks {
  return (index + 0.5) * frameLength(name);
}

/** The frame that is showing at a time; the first one before the start. */
export function frameAt(time: Flicks, name: FrameRateName): number {
  return Math.max(0, Math.floor(time / frameLength(name)));
}

/** The frame whose start is nearest to a time. */
export function nearestFrame(time: Flicks, name: FrameRateName): number {
  return Math.max(0, Math.round(time / frameLength(name)));
}

/** How many frames a length needs; at least one. */
export function frameCount(length: Flicks, name: FrameRateName): number {
  return Math.max(1, Math.ceil(length / frameLength(name)));
}
