/**
 * Fits how sure a sound is to how often it is right: groups of equal size by what was stated, made to rise
 * (isotonic regression by pooling adjacent violators; Ayer et al. 1955).
 *
 *   calibrate.ts PAIRS.json OUTPUT.json
 */
import { readFile, writeFile } from 'node:fs/promises';
import type { Calibration } from '@cruvo/core/speech';

type Pair = readonly [stated: number, right: number];

/** Enough that the least sure stand apart: they are what people are led through. */
const GROUPS = 60;

const [input, output] = process.argv.slice(2) as [string, string];
const pairs = JSON.parse(await readFile(input, 'utf8')) as Record<string, Pair[]>;
const calibrations = Object.fromEntries(
  Object.entries(pairs).map(([way, list]) => [way, calibrate(list)]),
);
await writeFile(output, `${JSON.stringify(calibrations, null, 1)}\n`);

function calibrate(list: readonly Pair[]): Calibration {
  const sorted = [...list].sort((a, b) => a[0] - b[0]);
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
