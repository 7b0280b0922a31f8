import { type Meaning, mouthDrawingFor, PAIRED_ROLES, ROLES } from '@cruvo/core/character';
import { VISEME_NAMES, type Viseme } from '@cruvo/core/speech';

/** Something that a part can be. */
export interface MeaningChoice {
  readonly key: string;
  readonly name: string;
  readonly meaning: Meaning;
}

/** Drawings of the mouth, by their sounds. */
export const SOUND_CHOICES: readonly MeaningChoice[] = [
  ...VISEME_NAMES.map((name, viseme) => ({
    ...{ key: `mouth drawing/${viseme}`, name },
    meaning: mouthDrawingFor([viseme as Viseme]),
  })),
  { key: 'mouth drawing', name: 'no sound', meaning: mouthDrawingFor([]) },
];

/** Parts of a character, those that come in pairs once for each side. */
export const ROLE_CHOICES: readonly MeaningChoice[] = ROLES.flatMap((role) => {
  const sides = PAIRED_ROLES.has(role) ? (['left', 'right'] as const) : [null];
  return sides.map((side) => ({
    key: side ? `${role}/${side}` : role,
    name: side ? `${side} ${role}` : role,
    meaning: { role, side, sound: null },
  }));
});

const ALL: readonly MeaningChoice[] = [...SOUND_CHOICES, ...ROLE_CHOICES];

/** The choice that stands for a meaning; undefined where it says more than any. */
export function choiceOf({ role, side, sound }: Meaning): MeaningChoice | undefined {
  const detail = sound ? sound.visemes[0] : side;
  const key = detail === undefined || detail === null ? role : `${role}/${detail}`;
  return choiceByKey(key);
}

export const choiceByKey = (key: string) => ALL.find((choice) => choice.key === key);
