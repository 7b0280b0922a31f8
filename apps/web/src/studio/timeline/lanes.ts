/** Where things lie on the timeline, CSS pixels from its top. */
export const LANES = {
  height: 174,
  ruler: { top: 0, height: 24 },
  wave: { top: 26, height: 72 },
  mouths: { top: 102, height: 70 },
} as const;

export type Lane = 'ruler' | 'wave' | 'mouths';

export function laneAt(y: number): Lane {
  if (y >= LANES.mouths.top) return 'mouths';
  return y >= LANES.wave.top ? 'wave' : 'ruler';
}
