import type { Migration } from '../migration';

interface Ordered {
  readonly id: string;
  readonly order: string;
}

interface OldRow extends Ordered {
  readonly target: string;
}

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

/**
 * What is said may be written on the stage; a change of mood may be a blend instead of a cut; rows have an order of their
 * own, which at first is the one in which they were shown: the front of the stage first.
 */
export const captionsAndRowOrder: Migration = (scene) => ({
  ...scene,
  captions: NO_CAPTIONS,
  rows: asShown(
    Object.values(scene['rows'] as Record<string, OldRow>),
    Object.values(scene['cast'] as Record<string, Ordered>),
  ),
  lines: Object.fromEntries(
    Object.entries(scene['lines'] as Record<string, OldLine>).map(([id, line]) => {
      const moods = line.moods.map((change) => ({ ...change, blend: 0 }));
      return [id, { ...line, moods, caption: { kind: null, at: null } }];
    }),
  ),
});

function asShown(rows: readonly OldRow[], cast: readonly Ordered[]) {
  const place = new Map([...cast].sort(byOrder).map(({ id }, at) => [id, -at]));
  const orders = rows.map(({ order }) => order).sort(byText);
  const sorted = [...rows]
    .sort(byOrder)
    .sort((a, b) => (place.get(a.target) ?? 0) - (place.get(b.target) ?? 0));
  return Object.fromEntries(sorted.map((row, at) => [row.id, { ...row, order: orders[at]! }]));
}

function byOrder(a: Ordered, b: Ordered): number {
  return byText(a.order, b.order);
}

function byText(a: string, b: string): number {
  return a < b ? -1 : a > b ? 1 : 0;
}
