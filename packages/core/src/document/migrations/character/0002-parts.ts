import type { Migration } from '../migration';

interface Part {
  readonly id: string;
  readonly name: string;
  readonly drawing: string | null;
}

interface Drawing {
  readonly drawing: string;
  readonly label: string;
}

interface Character {
  readonly parts: readonly Part[];
  readonly mouth: {
    readonly part: string;
    readonly chart: { readonly rest: string; readonly drawings: readonly Drawing[] };
  };
  readonly lids: { readonly part: string; readonly closed: string } | null;
}

/** A part of version 2 as it comes: seen, unmoved, belonging to nobody. */
const PLAIN = {
  parent: null as string | null,
  drawing: null as string | null,
  hidden: false,
  locked: false,
  opacity: 1,
  blend: 'normal',
  clipped: false,
  pivot: { x: 0, y: 0 },
  rest: { x: 0, y: 0, turn: 0, scale: 1 },
  shows: null as string | null,
  meaning: null,
};

/**
 * A part was made to show one drawing or another; now each of these drawings is a part of its own. It keeps the
 * drawing's key as its id, so that mouths set by hand still find it.
 */
export const parts: Migration = (body) => {
  const { parts: before, mouth, lids, ...rest } = body as unknown as Character;
  const { part, chart } = mouth;
  return {
    ...rest,
    parts: before.flatMap((one) => {
      if (one.id === mouth.part) return mouthParts(one, chart);
      if (lids && one.id === lids.part && one.drawing !== null) return lidParts(one, lids.closed);
      return [{ ...PLAIN, ...one }];
    }),
    mouth: {
      kind: chart.drawings.length === 2 ? 'two' : 'chart',
      part,
      chart: {
        rest: chart.rest,
        drawings: chart.drawings.map((entry) => ({ ...entry, mood: null })),
      },
      followers: [],
    },
    eyes: {
      pupils: [],
      together: true,
      gaze: null,
      lids: lids && {
        kind: 'swap',
        closed: [lids.closed],
        open: before.flatMap(({ id, drawing }) => (id === lids.part ? (drawing ?? []) : [])),
      },
      blinking: { shortest: 2, longest: 6, doubles: 0.12 },
      brows: { left: null, right: null },
    },
  };
};

function mouthParts({ id, name }: Part, { rest, drawings }: Character['mouth']['chart']) {
  return [
    { ...PLAIN, id, name, shows: rest },
    ...drawings.map(({ drawing, label }) => {
      return { ...PLAIN, id: drawing, name: label, parent: id, drawing };
    }),
  ];
}

function lidParts({ id, name, drawing }: Part, closed: string) {
  return [
    { ...PLAIN, id, name },
    { ...PLAIN, id: drawing!, name: 'open', parent: id, drawing },
    { ...PLAIN, id: closed, name: 'closed', parent: id, drawing: closed, hidden: true },
  ];
}
