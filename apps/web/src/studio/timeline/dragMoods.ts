import type { LineProgram } from '@cruvo/core/program';
import { isHeardAt, voiceTime, withMoodMoved, type Line } from '@cruvo/core/scene';
import { frameLength, frameStart, nearestFrame, toFlicks, type Flicks } from '@cruvo/core/time';
import type { OpenScene } from '../SceneContext';
import type { Drag, PointerPlace } from './drag';

/** A change of mood that the pointer is near. */
export interface HeldMood {
  readonly line: Line;
  readonly time: Flicks;
}

/** The change of mood near a time of the scene. @param reach how near it must be */
export function moodNear(
  lines: readonly LineProgram[],
  now: Flicks,
  reach: Flicks,
): HeldMood | null {
  for (const { line } of lines) {
    if (!isHeardAt(line, now)) continue;
    const found = line.moods.find(({ time }) => Math.abs(time - voiceTime(line, now)) <= reach);
    if (found) return { line, time: found.time };
  }
  return null;
}

/** Moves a change of mood by whole frames, no further than to its neighbours. */
export function dragMood({ store }: OpenScene, { line, time }: HeldMood): Drag {
  const { frameRate } = store.getState().scene;
  store.history.begin();
  return {
    move: (to: PointerPlace) => {
      const frame = nearestFrame(toFlicks(to.time), frameRate);
      const wanted = voiceTime(line, frameStart(Math.max(0, frame), frameRate));
      const { moods } = withMoodMoved(line, time, wanted, frameLength(frameRate));
      store.getState().changeLine(line.id, { moods });
      return null;
    },
    end: () => store.history.end(),
  };
}
