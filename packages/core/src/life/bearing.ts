import { randomNumbers } from './randomNumbers';
import type { Knot, Utterance } from './talk';

/** Seconds before a phrase at which the head goes where it stays for it. */
const BEFORE = 0.12;
/** In pauses that are longer than this it comes back towards the middle. */
const LONG_PAUSE = 1;
const BACK = 0.3;

/** How a head is held, -1 to 1: another way for each phrase, and nearer to the middle in long pauses. */
export function bearingOf(seed: number, talk: readonly Utterance[]): Knot[] {
  const next = randomNumbers(seed);
  let side = next() < 0.5 ? -1 : 1;
  return talk.flatMap(({ start, end }, at) => {
    // Rather the other side than the same once more.
    if (next() < 0.65) side = -side;
    const value = side * (0.3 + 0.7 * next());
    const pause = (talk[at + 1]?.start ?? Infinity) - end;
    const held = [{ time: start - BEFORE, value }];
    return pause > LONG_PAUSE ? [...held, { time: end + BACK, value: 0.25 * value }] : held;
  });
}
