import type { Body, Migration } from '../migration';

/** Nothing is pushed yet, no link holds anything, and what flies meets only the edges of the stage. */
export const bodies: Migration = (scene) => ({
  ...scene,
  emitters: Object.fromEntries(
    Object.entries(scene['emitters'] as Record<string, Body>).map(([id, emitter]) => [
      id,
      {
        ...emitter,
        cue: null,
        drawing: null,
        style: { ...(emitter['style'] as Body), hits: false },
      },
    ]),
  ),
  bodies: {},
  links: {},
});
