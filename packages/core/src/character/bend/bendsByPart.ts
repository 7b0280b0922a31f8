import type { Records } from '../../records';
import type { Bend } from './bend';

const byPart = new WeakMap<object, ReadonlyMap<string, Bend>>();

/** The bend of each part whose drawing bends. */
export function bendsByPart({
  bends,
}: {
  readonly bends: Records<Bend>;
}): ReadonlyMap<string, Bend> {
  let found = byPart.get(bends);
  if (!found) {
    found = new Map(
      Object.values(bends).flatMap((bend) => bend.parts.map((part) => [part, bend] as const)),
    );
    byPart.set(bends, found);
  }
  return found;
}
