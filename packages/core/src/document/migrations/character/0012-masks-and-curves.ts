import type { Body, Migration } from '../migration';
import { withMasks } from '../masks';

/** Masks of parts; a mouth that is cut may curve away from the line that it is cut along. */
export const masksAndCurves: Migration = (character) => ({
  ...withMasks(character),
  mouth: straight(character['mouth']),
  views: Object.fromEntries(
    Object.entries((character['views'] ?? {}) as Record<string, Body>).map(([id, view]) => [
      id,
      { ...view, mouth: straight(view['mouth']) },
    ]),
  ),
});

function straight(mouth: unknown): unknown {
  const rig = mouth as Body | null;
  return rig?.['kind'] === 'cut' ? { ...rig, curve: [] } : rig;
}
