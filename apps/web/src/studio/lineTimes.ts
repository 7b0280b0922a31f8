import { endOf, sceneTime, type Line } from '@cruvo/core/scene';
import { toSeconds } from '@cruvo/core/time';

/** When a line begins and ends in its scene, and when its voice would begin if all of it were heard; seconds. */
export function lineTimes(line: Pick<Line, 'start' | 'offset' | 'length'>) {
  return {
    start: toSeconds(line.start),
    end: toSeconds(endOf(line)),
    origin: toSeconds(sceneTime(line, 0)),
  };
}
