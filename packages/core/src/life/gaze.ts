import { firstWhere } from '../numbers';
import { randomNumbers } from './randomNumbers';
import { utteranceAt, type Utterance } from './talk';

/** Where eyes rest from a time on: -1 to 1 across the page and down, 0 straight ahead. */
export interface Fixation {
  readonly time: number;
  readonly across: number;
  readonly down: number;
}

/**
 * Seconds that a look at the other lasts, and one away, on average, while talking and listening: S. P. Lee, J. B. Badler
 * and N. I. Badler, "Eyes Alive", SIGGRAPH 2002, table of durations (frames of 1/30 s).
 */
const TALKING = { at: 93.9 / 30, away: 27.8 / 30 };
const LISTENING = { at: 237.5 / 30, away: 13 / 30 };
/** How often somebody who begins to talk looks away first, how long before, and until when, seconds. */
const THINKS = 0.45;
const THINKING = { before: 0.35, after: 0.55 };
const SHORTEST = 0.25;
/** Looks away go up more often while thinking, and no further than this. */
const FURTHEST = 0.8;

/**
 * Where somebody looks up to `length` seconds.
 *
 * @param talk what they say, in order and apart
 * @param others where the others are, and what those say; -1 is left on the page, 0 the viewer
 */
export function gazeOf(
  seed: number,
  length: number,
  talk: readonly Utterance[],
  others: { readonly across: number; readonly talk: readonly Utterance[] },
): Fixation[] {
  const next = randomNumbers(seed);
  const fixations: Fixation[] = [];
  const look = (time: number, across: number, down: number) => {
    while (fixations.length > 0 && fixations.at(-1)!.time >= time) fixations.pop();
    fixations.push({ time: Math.max(0, time), across, down });
  };
  const away = (thinking: boolean): readonly [number, number] => {
    const side = others.across === 0 ? Math.sign(next() - 0.5) : -Math.sign(others.across);
    const across = side * (0.35 + next() * (FURTHEST - 0.35));
    return [across, thinking && next() < 0.7 ? -0.5 * next() - 0.15 : 0.6 * next() - 0.2];
  };
  const lasting = (mean: number) => Math.max(SHORTEST, -mean * Math.log(1 - next()));
  // At whom: the other while they talk or are talked to, the viewer now and then.
  const at = () => [others.across * (0.85 + 0.15 * next()), 0.06 * (next() - 0.5)] as const;
  look(0, ...at());
  let time = 0;
  while (time < length) {
    const { at: here, away: there } = utteranceAt(talk, time) ? TALKING : LISTENING;
    const until = time + lasting(here);
    const begins = talk[firstWhere(talk, ({ start }) => start > time)];
    if (begins && begins.start < until && next() < THINKS) {
      look(Math.max(time, begins.start - THINKING.before), ...away(true));
      time = begins.start + THINKING.after;
      look(time, ...at());
      continue;
    }
    look(until, ...away(false));
    time = until + lasting(there);
    look(time, ...at());
  }
  return fixations.filter((fixation) => fixation.time < length);
}
