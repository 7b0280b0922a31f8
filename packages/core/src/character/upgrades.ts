import { NO_EYES, type Eyes } from './eyes';
import { plainPart, type Part } from './part';

interface FirstCharacter {
  readonly parts: readonly { id: string; name: string; drawing: string | null }[];
  readonly mouth: {
    readonly part: string;
    readonly chart: { readonly rest: string; readonly drawings: readonly FirstMouthDrawing[] };
  };
  readonly lids: { readonly part: string; readonly closed: string } | null;
}

interface FirstMouthDrawing {
  readonly drawing: string;
  readonly label: string;
  readonly articulation: object;
}

/**
 * From version 1, in which a part was made to show one drawing or another, to the tree of version 2, in which
 * each of these drawings is a part of its own; it keeps the drawing's key as its id, so that mouths set by hand
 * still find it.
 */
export function upgradeFirstCharacter(body: Record<string, unknown>): Record<string, unknown> {
  const { parts, mouth, lids, ...rest } = body as unknown as FirstCharacter;
  const only = mouth.chart.drawings.length === 2;
  return {
    ...rest,
    parts: parts.flatMap((part) => {
      if (part.id === mouth.part) {
        const drawings = mouth.chart.drawings.map(
          ({ drawing, label }) => [drawing, label] as const,
        );
        return oneAtATime(part, drawings, mouth.chart.rest);
      }
      if (part.id === lids?.part && part.drawing !== null) {
        const { id: parent, name, drawing } = part;
        return [
          plainPart({ id: parent, name }),
          plainPart({ id: drawing, name: 'open', parent, drawing }),
          plainPart({
            id: lids.closed,
            name: 'closed',
            parent,
            drawing: lids.closed,
            hidden: true,
          }),
        ];
      }
      return [plainPart(part)];
    }),
    mouth: {
      kind: only ? 'two' : 'chart',
      part: mouth.part,
      chart: {
        rest: mouth.chart.rest,
        drawings: mouth.chart.drawings.map((entry) => ({ ...entry, mood: null })),
      },
      followers: [],
    },
    eyes: {
      ...NO_EYES,
      lids: lids && {
        kind: 'swap',
        closed: [lids.closed],
        open: parts.flatMap(({ id, drawing }) => (id === lids.part ? (drawing ?? []) : [])),
      },
    } satisfies Eyes,
  };
}

/**
 * From version 2 to 3: brows that rest where one likes, an inside of more than a colour for cut drawings, and teeth
 * and a tongue that show by amounts.
 */
export function upgradeSecondCharacter(body: Record<string, unknown>): Record<string, unknown> {
  const { mouth, eyes } = body as unknown as SecondCharacter;
  const brow = (before: object | null) => before && { ...before, raise: 0, turn: 0 };
  const brows = { left: brow(eyes.brows.left), right: brow(eyes.brows.right) };
  return { ...body, eyes: { ...eyes, brows }, mouth: mouth && upgradeSecondMouth(mouth) };
}

interface SecondCharacter {
  readonly mouth: ({ readonly kind: string } & Record<string, unknown>) | null;
  readonly eyes: {
    readonly brows: { readonly left: object | null; readonly right: object | null };
  };
}

function upgradeSecondMouth(mouth: NonNullable<SecondCharacter['mouth']>) {
  if (mouth.kind === 'cut') return { ...mouth, inside: { kind: 'color', color: mouth['inside'] } };
  if (mouth.kind !== 'lips') return mouth;
  const { teeth, tongue, ...rest } = mouth;
  const shown = (amount: unknown) => (amount ? 1 : 0);
  return { ...rest, upperTeeth: shown(teeth), lowerTeeth: shown(teeth), tongue: shown(tongue) };
}

/** A group of drawings, each a part whose id is the drawing's key. */
export function oneAtATime(
  group: Pick<Part, 'id' | 'name'>,
  drawings: readonly (readonly [key: string, name: string])[],
  shows: string,
): Part[] {
  const { id, name } = group;
  return [
    plainPart({ id, name, shows }),
    ...drawings.map(([key, label]) =>
      plainPart({ id: key, name: label, parent: id, drawing: key }),
    ),
  ];
}
