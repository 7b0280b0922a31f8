import { type Frame, moved } from '@cruvo/core/frame';
import { translation } from '@cruvo/core/geometry';

/** Every item painted anew, or only what changed since the frame before. */
export type Way = 'anew' | 'kept';

/** What moves besides what the scene says: nothing, or every part, a little and in its own time. */
export type Motion = 'spoken' | 'swaying';

/** Two canvases on which the same frames are painted, one for each way. */
export interface BothWays {
  /** Evaluates a frame by its number. */
  readonly frameAt: (index: number) => Frame;
  readonly paint: (way: Way, frame: Frame) => void;
  /** Makes the canvas finish what it was asked to paint. */
  readonly finish: (way: Way) => void;
  /** RGBA of all pixels. */
  readonly pixels: (way: Way) => ArrayLike<number>;
}

export interface PaintingTimes {
  /** Milliseconds of each frame, evaluated and painted. */
  readonly anew: readonly number[];
  readonly kept: readonly number[];
  /** Share of colour values that are off by more than 24 between the two ways; the worst of some frames. */
  readonly off: number;
}

export const FRAMES = 400;
const COMPARED_EVERY = 25;

/** Times each frame both ways, one after the other, then goes through the frames again and compares pixels. */
export function measureBothWays(ways: BothWays, motion: Motion): PaintingTimes {
  const timed = (way: Way, index: number) => {
    const start = performance.now();
    ways.paint(way, withMotion(ways.frameAt(index), motion, index));
    ways.finish(way);
    return performance.now() - start;
  };
  const anew: number[] = [];
  const kept: number[] = [];
  for (let index = 0; index < FRAMES; index++) {
    anew.push(timed('anew', index));
    kept.push(timed('kept', index));
  }
  let off = 0;
  for (let index = 0; index < FRAMES; index++) {
    timed('kept', index);
    if (index % COMPARED_EVERY > 0) continue;
    timed('anew', index);
    off = Math.max(off, shareOff(ways.pixels('anew'), ways.pixels('kept')));
  }
  return { anew, kept, off };
}

function withMotion(frame: Frame, motion: Motion, index: number): Frame {
  if (motion === 'spoken') return frame;
  const items = frame.items.map((item, at) =>
    item.id.startsWith('backdrop/')
      ? item
      : moved(item, translation(3 * Math.sin(index / 9 + at), 0)),
  );
  return { ...frame, items };
}

function shareOff(one: ArrayLike<number>, other: ArrayLike<number>): number {
  let off = 0;
  for (let at = 0; at < one.length; at++) {
    if (Math.abs(one[at]! - other[at]!) > 24) off++;
  }
  return off / one.length;
}
