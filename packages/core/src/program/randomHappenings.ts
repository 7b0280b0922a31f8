import type { Happening, SignalSpec } from '../reactions';
import { randomNumbers } from '../life';

/** What happens at random up to `length` seconds, each time for as long. */
export function randomHappenings(
  { shortest, longest, lasts, seed }: Extract<SignalSpec, { kind: 'chance' }>,
  length: number,
): Happening[] {
  const next = randomNumbers(seed);
  const happenings: Happening[] = [];
  for (let time = 0; ;) {
    time += shortest + next() * (longest - shortest);
    if (time >= length) return happenings;
    happenings.push({ start: time, end: time + lasts, value: 1 });
    time += lasts;
  }
}
