import type { Migration } from '../migration';

interface Line {
  readonly voice: { readonly name: string; readonly duration: number };
}

/** Lines have names, and are heard for a stretch of their voices; members are turned, mirrored, hidden, locked, grouped. */
export const stretches: Migration = (scene) => ({
  ...scene,
  cast: each(scene['cast'] as Record<string, object>, (member) => ({
    ...{ name: null, turn: 0, mirrored: false, hidden: false, locked: false, group: null },
    ...member,
  })),
  lines: each(scene['lines'] as Record<string, Line>, (line) => ({
    name: line.voice.name.replace(/\.[^.]+$/, '') || line.voice.name,
    ...{ offset: 0, length: line.voice.duration, gain: 0, fadeIn: 0, fadeOut: 0 },
    ...line,
  })),
});

function each<Item>(table: Record<string, Item>, change: (item: Item) => object) {
  return Object.fromEntries(Object.entries(table).map(([id, item]) => [id, change(item)]));
}
