/**
 * Fits how sure a sound is to how often it is right, for each way of hearing. The pairs must come from weights without
 * calibrations, or what was fitted before is fitted again.
 *
 *   calibrate.ts PAIRS.json OUTPUT.json
 */
import { readFile, writeFile } from 'node:fs/promises';
import { calibrate, type Pair } from './isotonic';

const [input, output] = process.argv.slice(2) as [string, string];
const pairs = JSON.parse(await readFile(input, 'utf8')) as Record<string, Pair[]>;
const calibrations = Object.fromEntries(
  Object.entries(pairs).map(([way, list]) => [way, calibrate(list)]),
);
await writeFile(output, `${JSON.stringify(calibrations, null, 1)}\n`);
