import {
  partsOf,
  recognise,
  soundsByShape,
  type Character,
  type MouthLook,
} from '@cruvo/core/character';
import type { Viseme } from '@cruvo/core/speech';

/** The sounds that a mouth drawing is for, and how one knows. */
export interface GivenSounds {
  readonly visemes: readonly Viseme[];
  /** By its name, by the look of it, or by somebody who said so. */
  readonly by: 'name' | 'look' | 'hand';
}

/** By the drawings' parts. */
export type SoundsOfDrawings = ReadonlyMap<string, GivenSounds>;

const NONE: GivenSounds = { visemes: [], by: 'look' };
/** A drawing that is open less than this share of the most open one is shut. */
const SHUT = 0.2;
const [SILENCE, CLOSED]: readonly [Viseme, Viseme] = [0, 1];

/** What drawings of a mouth are likely for: what their names say, or else what they look like. */
export function likelySounds(
  character: Character,
  looks: ReadonlyMap<string, MouthLook>,
  ids: readonly string[],
): SoundsOfDrawings {
  const named = soundsByName(character, ids);
  const told = new Set<Viseme>([...named.values()].flatMap(({ visemes }) => visemes));
  const unnamed = [...looks].filter(([id]) => !named.has(id));
  const byLook = new Map(
    [...soundsByShape(new Map(unnamed))].filter(([, viseme]) => !told.has(viseme)),
  );
  const most = Math.max(...[...looks.values()].map(({ open }) => open));
  const isShut = (id: string) => (looks.get(id)?.open ?? most) < SHUT * most;
  const quiet = told.has(SILENCE)
    ? undefined
    : ids.find((id) => !named.has(id) && !byLook.has(id) && isShut(id));
  if (quiet !== undefined) byLook.set(quiet, SILENCE);
  return new Map(
    ids.map((id) => {
      const viseme = byLook.get(id);
      if (viseme === undefined) return [id, named.get(id) ?? NONE];
      // A mouth that is shut is shut in silence as well, where no other is drawn for that.
      const both = viseme === CLOSED && quiet === undefined && !told.has(SILENCE);
      return [id, { visemes: both ? [SILENCE, CLOSED] : [viseme], by: 'look' }];
    }),
  );
}

/** Sounds that names tell for sure; names that tell the same of several drawings tell nothing of any. */
function soundsByName(character: Character, ids: readonly string[]): Map<string, GivenSounds> {
  const findings = recognise(partsOf(character));
  const named = ids.flatMap((id) => {
    const { sound = null, sureness } = findings.get(id) ?? {};
    const tells = sound && sound.visemes.length > 0 && sureness === 'sure';
    return tells ? [{ id, visemes: sound.visemes }] : [];
  });
  const alone = named.filter(
    ({ id, visemes }) =>
      !named.some((other) => other.id !== id && `${other.visemes}` === `${visemes}`),
  );
  return new Map(alone.map(({ id, visemes }) => [id, { visemes, by: 'name' }]));
}

/** Sounds after one was given to a drawing, or taken from it; no other drawing keeps it. */
export function withSoundToggled(
  sounds: SoundsOfDrawings,
  drawing: string,
  viseme: Viseme,
): SoundsOfDrawings {
  const had = sounds.get(drawing)!.visemes.includes(viseme);
  return new Map(
    [...sounds].map(([id, given]) => {
      const others = given.visemes.filter((one) => one !== viseme);
      if (id !== drawing) return [id, { ...given, visemes: others }];
      const visemes = had ? others : [...others, viseme].sort((a, b) => a - b);
      return [id, { visemes, by: 'hand' }];
    }),
  );
}
