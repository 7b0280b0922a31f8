import type { Flicks } from '../time';
import { EASINGS, type Key } from './keyTrack';
import { thinned } from './keyEdits';

/** A point of a stroke that somebody draws over time. */
export interface StrokePoint {
  readonly time: Flicks;
  readonly value: number;
}

/** How far a drawn value may be off. */
const TOLERANCE = 0.015;

/** Keys with a stroke drawn over them: between its ends nothing of before is left. Where it goes back, the latest counts. */
export function withStrokeDrawn(
  keys: readonly Key[],
  stroke: readonly StrokePoint[],
): readonly Key[] {
  const latest = new Map<Flicks, number>();
  let before: StrokePoint | null = null;
  for (const point of stroke) {
    // What it passes over is drawn again.
    const [from, to] = [
      Math.min(before?.time ?? point.time, point.time),
      Math.max(before?.time ?? point.time, point.time),
    ];
    for (const time of latest.keys()) if (time > from && time < to) latest.delete(time);
    latest.set(point.time, point.value);
    before = point;
  }
  const drawn = [...latest]
    .map(([time, value]) => ({ time, value }))
    .sort((a, b) => a.time - b.time);
  const [first, last] = [drawn[0]?.time ?? 0, drawn.at(-1)?.time ?? 0];
  const others = keys.filter(({ time }) => time < first || time > last);
  const made = thinned(drawn, TOLERANCE).map((key) => ({ ...key, easing: EASINGS.even }));
  return [...others, ...made].sort((a, b) => a.time - b.time);
}
