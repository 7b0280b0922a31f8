import type { PhysicsEngine } from '@cruvo/core/bodies';
import type { Frame } from '@cruvo/core/frame';
import { compile, Player, type SceneMaterial } from '@cruvo/core/program';
import { FLICKS_PER_SECOND, frameMiddle } from '@cruvo/core/time';

/** Steps that are timed together, and the frames that are painted after them. */
const STEPS = 60;
const SECONDS = 12;
const FRAMES = 24 * SECONDS;

export interface FallingTimes {
  /** Milliseconds a step, of each second in turn. */
  readonly steps: readonly number[];
  /** Milliseconds to evaluate and paint each frame of what has been stepped already. */
  readonly pictures: readonly number[];
}

/** Steps what falls for some seconds, then paints them. */
export function timeFalling(
  material: SceneMaterial,
  engine: PhysicsEngine,
  paint: (frame: Frame) => void,
): FallingTimes {
  const player = new Player(compile({ ...material, engine }));
  const steps = Array.from({ length: SECONDS }, (_, at) => {
    const time = (at + 1) * FLICKS_PER_SECOND;
    const start = performance.now();
    player.approach(time, Infinity);
    return (performance.now() - start) / STEPS;
  });
  const pictures = Array.from({ length: FRAMES }, (_, at) => {
    const start = performance.now();
    paint(player.seek(frameMiddle(at, '24')));
    return performance.now() - start;
  });
  return { steps, pictures };
}
