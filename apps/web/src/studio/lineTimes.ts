import { endOf, sceneTime, type Line } from '@cruvo/core/scene';
import { toSeconds } from '@cruvo/core/time';

type Placed = Pick<Line, 'start' | 'offset' | 'length'>;

/** Times of a line, seconds of its scene. */
interface LineTimes {
  readonly start: number;
  readonly end: number;
  /** When its voice would begin if all of it were heard. */
  readonly origin: number;
}

/** Hundreds of lines are asked for theirs in each painting. */
const known = new WeakMap<Placed, LineTimes>();

/** When a line begins and ends in its scene, and when its voice would begin if all of it were heard; seconds. */
export function lineTimes(line: Placed): LineTimes {
  let times = known.get(line);
  if (!times) {
    times = {
      start: toSeconds(line.start),
      end: toSeconds(endOf(line)),
      origin: toSeconds(sceneTime(line, 0)),
    };
    known.set(line, times);
  }
  return times;
}
