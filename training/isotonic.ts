import type { Calibration } from '@cruvo/core/speech';

/** How sure something was stated to be, 0 to 1, and whether it was right, 0 or 1. */
export type Pair = readonly [stated: number, right: number];

/** Enough that the least sure stand apart: they are what people are led through. */
const GROUPS = 60;

/**
 * Fits how sure to how often right: groups of equal size by what was stated, made to rise (isotonic regression by
 * pooling adjacent violators; Ayer et al. 1955).
 */
export function calibrate(pairs: readonly Pair[]): Calibration {
  const sorted = [...pairs].sort((a, b) => a[0] - b[0]);
  const size = Math.ceil(sorted.length / GROUPS);
  const pools: { stated: number; right: number; count: number }[] = [];
  for (let from = 0; from < sorted.length; from += size) {
    const group = sorted.slice(from, from + size);
    const mean = (at: 0 | 1) => group.reduce((sum, pair) => sum + pair[at], 0) / group.length;
    pools.push({ stated: mean(0), right: mean(1), count: group.length });
    while (pools.length > 1 && pools.at(-2)!.right > pools.at(-1)!.right) {
      const [before, after] = pools.splice(-2) as [(typeof pools)[0], (typeof pools)[0]];
      const count = before.count + after.count;
      const mixed = (key: 'stated' | 'right') =>
        (before[key] * before.count + after[key] * after.count) / count;
      pools.push({ stated: mixed('stated'), right: mixed('right'), count });
    }
  }
  const rounded = (value: number) => Math.round(value * 1000) / 1000;
  return {
    stated: pools.map(({ stated }) => rounded(stated)),
    right: pools.map(({ right }) => rounded(right)),
  };
}
