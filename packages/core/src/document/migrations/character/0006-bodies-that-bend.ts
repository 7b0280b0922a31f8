import type { Body, Migration } from '../migration';

type Table = Readonly<Record<string, Body>>;

const NO_LIGHT = { shows: null, stretch: 1, behind: false, tint: null, brighten: 0, glow: null };

/** Drawings may bend, parts hang on each other and swing; stops also widen, hide behind, light, and move grips and soft regions. */
export const bodiesThatBend: Migration = (character) => ({
  ...character,
  controls: mapped(character['controls'] as Table, (control) => ({
    ...control,
    ...{ drives: [], withMouth: 0 },
    stops: (control['stops'] as readonly Body[]).map((stop) => ({
      ...stop,
      grips: {},
      regions: {},
      parts: mapped(stop['parts'] as Table, (part) => ({ ...part, ...NO_LIGHT })),
    })),
  })),
  ...{ bends: {}, joints: {}, sways: {} },
});

function mapped(table: Table, change: (record: Body) => Body): Table {
  return Object.fromEntries(Object.entries(table).map(([id, record]) => [id, change(record)]));
}
