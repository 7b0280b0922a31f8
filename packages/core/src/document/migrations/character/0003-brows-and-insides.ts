import type { Migration } from '../migration';

interface Character {
  readonly mouth: ({ readonly kind: string } & Readonly<Record<string, unknown>>) | null;
  readonly eyes: {
    readonly brows: { readonly left: object | null; readonly right: object | null };
  };
}

/** Brows rest where one likes, cut drawings have an inside of more than a colour, teeth and tongue show by amounts. */
export const browsAndInsides: Migration = (body) => {
  const { mouth, eyes } = body as unknown as Character;
  const brow = (before: object | null) => before && { ...before, raise: 0, turn: 0 };
  const brows = { left: brow(eyes.brows.left), right: brow(eyes.brows.right) };
  return { ...body, eyes: { ...eyes, brows }, mouth: mouth && migratedMouth(mouth) };
};

function migratedMouth(mouth: NonNullable<Character['mouth']>): object {
  if (mouth.kind === 'cut') return { ...mouth, inside: { kind: 'color', color: mouth['inside'] } };
  if (mouth.kind !== 'lips') return mouth;
  const { teeth, tongue, ...rest } = mouth;
  const shown = (amount: unknown) => (amount ? 1 : 0);
  return { ...rest, upperTeeth: shown(teeth), lowerTeeth: shown(teeth), tongue: shown(tongue) };
}
