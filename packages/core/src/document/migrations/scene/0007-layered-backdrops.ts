import type { Migration } from '../migration';

interface Stage {
  readonly width: number;
  readonly height: number;
}

/** A backdrop is layered artwork, fitted to the stage; scenes have markers, and lines know what was looked at. */
export const layeredBackdrops: Migration = (scene) => ({
  ...scene,
  backdrop: scene['backdrop'] ? backdropOf(scene['backdrop'], scene['stage'] as Stage) : null,
  markers: {},
  lines: Object.fromEntries(
    Object.entries(scene['lines'] as Record<string, object>).map(([id, line]) => {
      return [id, { ...line, reviewed: [] }];
    }),
  ),
});

/** One drawing that lies on the stage as it did, as the only layer of artwork as large as the stage. */
function backdropOf(drawing: unknown, { width, height }: Stage) {
  const middle = { x: width / 2, y: height / 2 };
  const part = {
    ...{ id: 'backdrop', order: 'a0', name: 'Backdrop', parent: null, drawing: 'backdrop' },
    ...{ hidden: false, locked: false, opacity: 1, blend: 'normal', clipped: false },
    ...{ pivot: middle, rest: { x: 0, y: 0, turn: 0, scale: 1 }, shows: null, meaning: null },
  };
  return {
    ...{ name: 'Backdrop', width, height, drawings: { backdrop: drawing } },
    ...{ parts: { backdrop: part }, front: [], fit: 'fill', ...middle, scale: 1 },
  };
}
