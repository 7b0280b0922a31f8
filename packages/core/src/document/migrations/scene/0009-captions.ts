import type { Migration } from '../migration';

interface OldLine {
  readonly moods: readonly object[];
}

/** Nothing is written on the stage, and the looks that are offered first. */
const NO_CAPTIONS = {
  kind: 'none',
  caption: {
    ...{ font: 'figtree', size: 0.055, color: '#ffffff', ground: '#1c2430' },
    ...{ appears: 'whole', place: 'bottom' },
  },
  bubble: { font: 'hand', size: 0.06, color: '#1c2430', ground: '#ffffff', appears: 'words' },
};

/** What is said may be written on the stage; a change of mood may be a blend instead of a cut. */
export const captions: Migration = (scene) => ({
  ...scene,
  captions: NO_CAPTIONS,
  lines: Object.fromEntries(
    Object.entries(scene['lines'] as Record<string, OldLine>).map(([id, line]) => {
      const moods = line.moods.map((change) => ({ ...change, blend: 0 }));
      return [id, { ...line, moods, caption: { kind: null, at: null } }];
    }),
  ),
});
