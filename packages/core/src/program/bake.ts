import { mixControls } from '../controls';
import { thinned, type Key } from '../keys';
import { frameAt, frameStart, type Flicks, type FrameRateName } from '../time';
import type { MovedProgram } from './memberProgram';
import { placeOfTarget } from './targets';

/** How far a baked value may be off, as a share of all that its control can do. */
const TOLERANCE = 0.005;

/**
 * All that moves a control over a stretch as keys, one a frame at most; those that are not needed are left out. None where
 * the control is not there. What sways or follows softly is not part of it.
 */
export function baked(
  { controls, sources }: MovedProgram,
  target: string,
  { start, end }: { readonly start: Flicks; readonly end: Flicks },
  frameRate: FrameRateName,
): Key[] {
  const place = placeOfTarget(controls, target);
  if (!place) return [];
  const values = new Float64Array(controls.rest.length);
  const samples: Pick<Key, 'time' | 'value'>[] = [];
  for (let frame = frameAt(start, frameRate); frameStart(frame, frameRate) < end; frame++) {
    const time = frameStart(frame, frameRate);
    samples.push({ time, value: mixControls(controls, sources, time, values)[place.slot]! });
  }
  return thinned(samples, TOLERANCE * (place.up + place.down));
}
