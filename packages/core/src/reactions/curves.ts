import type { Knot, Utterance } from '../life';
import { firstWhere } from '../numbers';
import { STEP_RATE } from '../simulation';
import { chanceAt } from './chance';
import type { StepCurve } from './shapeCurve';

/** Something that happens for a while, and how strongly; seconds of a scene. */
export interface Happening extends Utterance {
  readonly value: number;
}

/** A curve that is computed moment by moment. @param valueAt a time in seconds */
export function curveOf(valueAt: (time: number) => number): StepCurve {
  return (from, count) => {
    const values = new Float64Array(count);
    for (let at = 0; at < count; at++) values[at] = valueAt((from + at) / STEP_RATE);
    return values;
  };
}

/** What happens over time, in order of its beginning; the strongest where some overlap, 0 where nothing does. */
export function curveOfHappenings(happenings: readonly Happening[]): StepCurve {
  const longest = happenings.reduce((most, { start, end }) => Math.max(most, end - start), 0);
  return (from, count) => {
    const values = new Float64Array(count);
    const [begin, end] = [from / STEP_RATE, (from + count) / STEP_RATE];
    let next = firstWhere(happenings, ({ start }) => start > begin - longest);
    for (; next < happenings.length && happenings[next]!.start < end; next++) {
      const { start, end: stop, value } = happenings[next]!;
      const first = Math.max(0, Math.ceil(start * STEP_RATE) - from);
      const last = Math.min(count, Math.ceil(stop * STEP_RATE) - from);
      for (let at = first; at < last; at++) values[at] = Math.max(values[at]!, value);
    }
    return values;
  };
}

/** Values that hold from their knots on, or go evenly from one to the next. */
export function curveOfKnots(knots: readonly Knot[], between: 'held' | 'even'): StepCurve {
  return curveOf((time) => {
    const next = firstWhere(knots, (knot) => knot.time > time);
    const [before, after] = [knots[next - 1], knots[next]];
    if (!before) return between === 'held' ? 0 : (after?.value ?? 0);
    if (!after || between === 'held') return before.value;
    const share = (time - before.time) / (after.time - before.time);
    return before.value + share * (after.value - before.value);
  });
}

/** Smooth noise from -1 to 1 that turns about once in a period: a quintic between random values (Perlin 2002). */
export function noiseCurve(period: number, seed: number): StepCurve {
  const valueAt = (place: number) => 2 * chanceAt(seed, place) - 1;
  return curveOf((time) => {
    const place = Math.floor(time / period);
    const share = time / period - place;
    const eased = share ** 3 * (share * (6 * share - 15) + 10);
    const [from, to] = [valueAt(place), valueAt(place + 1)];
    return from + eased * (to - from);
  });
}
