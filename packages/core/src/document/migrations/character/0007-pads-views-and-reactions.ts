import type { Body, Migration } from '../migration';

type Table = Readonly<Record<string, Body>>;

/** Controls may be set together, heads be drawn from several sides; stops may show a part mirrored; signals and moves may move it. */
export const padsViewsAndReactions: Migration = (character) => ({
  ...character,
  controls: mapped(character['controls'] as Table, (control) => ({
    ...control,
    stops: (control['stops'] as readonly Body[]).map((stop) => ({
      ...stop,
      parts: mapped(stop['parts'] as Table, (part) => ({ ...part, mirrored: false })),
    })),
  })),
  ...{ pads: {}, views: {}, reactions: {}, moves: {} },
});

function mapped(table: Table, change: (record: Body) => Body): Table {
  return Object.fromEntries(Object.entries(table).map(([id, record]) => [id, change(record)]));
}
