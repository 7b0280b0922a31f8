/** Where things lie on the timeline, CSS pixels from its top. */
export const LANES = {
  height: 198,
  ruler: { top: 0, height: 24 },
  wave: { top: 26, height: 56 },
  words: { top: 84, height: 20 },
  sounds: { top: 105, height: 24 },
  mouths: { top: 132, height: 64 },
} as const;

export type Lane = 'ruler' | 'wave' | 'mouths';

export function laneAt(y: number): Lane {
  if (y >= LANES.mouths.top) return 'mouths';
  return y >= LANES.wave.top ? 'wave' : 'ruler';
}
