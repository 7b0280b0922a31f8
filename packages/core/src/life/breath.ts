import { randomNumbers } from './randomNumbers';
import type { Knot, Utterance } from './talk';

/** Seconds in which breath is drawn before a phrase, and in which a quiet breath goes in and out. */
const DRAWN = 0.45;
const QUIET = 3.6;
/** Of a quiet breath, the share that goes in; and how deep it is beside one before a phrase. */
const IN = 0.42;
const DEPTH = 0.45;
/** Pauses shorter than this leave no time to breathe. */
const SHORTEST_PAUSE = 0.35;
const LEFT = 0.12;

/** How full of breath somebody is up to `length` seconds, 0 to 1; evenly between the knots. */
export function breathOf(seed: number, length: number, talk: readonly Utterance[]): Knot[] {
  const next = randomNumbers(seed);
  const knots: Knot[] = [{ time: 0, value: LEFT }];
  const quietUntil = (until: number) => {
    let time = knots.at(-1)!.time;
    for (;;) {
      const whole = QUIET * (0.85 + 0.3 * next());
      if (time + whole > until) return;
      knots.push({ time: time + IN * whole, value: LEFT + DEPTH * (0.8 + 0.4 * next()) });
      knots.push({ time: (time += whole), value: LEFT });
    }
  };
  for (const { start, end } of talk) {
    const pause = start - knots.at(-1)!.time;
    if (pause >= SHORTEST_PAUSE) {
      quietUntil(start - DRAWN);
      const { time, value } = knots.at(-1)!;
      const from = Math.max(time, start - DRAWN);
      if (from > time) knots.push({ time: from, value });
      knots.push({ time: start, value: 1 });
    }
    knots.push({ time: end, value: Math.max(LEFT, knots.at(-1)!.value - 0.3 * (end - start)) });
    if (knots.at(-1)!.value > LEFT) knots.push({ time: end + 0.6, value: LEFT });
  }
  quietUntil(length);
  return knots.sort((a, b) => a.time - b.time);
}
