import { inverse, multiply, type Matrix } from '../geometry';
import type { Pose } from '../pose';
import type { Character } from './character';
import { restMatrix } from './part';

/**
 * A pose in which some parts, with all that they hold, stand elsewhere than where they are moved to.
 *
 * @param place maps the artwork onto the stage
 * @param places where they stand: maps from the artwork as drawn onto the stage
 */
export function posedElsewhere(
  { parts }: Pick<Character, 'parts'>,
  place: Matrix,
  pose: Pose,
  places: ReadonlyMap<string, Matrix>,
): Pose {
  if (places.size === 0) return pose;
  const back = inverse(place);
  const elsewhere = new Map(pose);
  for (const [id, to] of places) {
    const part = parts[id];
    if (!part) continue;
    const own = pose.get(id);
    const rest = restMatrix(part);
    const moved = own?.move ? multiply(own.move, rest) : rest;
    elsewhere.set(id, { ...own, carried: multiply(back, multiply(to, inverse(moved))) });
  }
  return elsewhere;
}
