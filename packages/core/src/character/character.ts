import { lazy, number, object, string, type Schema } from 'yup';
import { mouthRigSchema, partsOfMouth, type MouthRig } from '../mouth/mouthRig';
import { drawingSchema, type Drawing } from './drawing';
import { eyesSchema, partsOfEyes, type Eyes } from './eyes';
import { partsSchema, type Part } from './part';
import { treeProblem } from './tree';

export const CHARACTER_VERSION = 3;

/** Drawings put together so that they can act. */
export interface Character {
  readonly schemaVersion: typeof CHARACTER_VERSION;
  readonly name: string;
  /** Size of the artwork, in its own units. */
  readonly width: number;
  readonly height: number;
  readonly drawings: Readonly<Record<string, Drawing>>;
  /** In painting order, back to front, each before the parts that it holds. */
  readonly parts: readonly Part[];
  /** Null as long as it has none, and can't talk. */
  readonly mouth: MouthRig | null;
  readonly eyes: Eyes;
}

const recordOf = <T>(schema: Schema<T>) =>
  lazy((value: unknown) =>
    object(
      Object.fromEntries(Object.keys((value as object | null) ?? {}).map((key) => [key, schema])),
    ).required(),
  ) as unknown as Schema<Record<string, T>>;

const shape = object({
  schemaVersion: number<typeof CHARACTER_VERSION>().required().oneOf([CHARACTER_VERSION]),
  name: string().required().max(200),
  width: number().required().positive(),
  height: number().required().positive(),
  drawings: recordOf(drawingSchema),
  parts: partsSchema,
  mouth: lazy((value: unknown) =>
    value === null ? object().nullable() : (mouthRigSchema as never),
  ),
  eyes: eyesSchema,
});

/** Checks a character that comes from outside, also that every name in it leads somewhere. */
export const characterSchema = shape.test('references', function (value) {
  const problem = referenceProblem(value as unknown as Character);
  return problem === null || this.createError({ message: problem });
}) as unknown as Schema<Character>;

function referenceProblem({ parts, drawings, mouth, eyes }: Character): string | null {
  const tree = treeProblem(parts);
  if (tree) return tree;
  const ids = new Set(parts.map(({ id }) => id));
  const needed = [...(mouth ? partsOfMouth(mouth) : []), ...partsOfEyes(eyes)];
  const shown = parts.flatMap(({ drawing }) => drawing ?? []);
  const complete =
    needed.every((part) => ids.has(part)) && shown.every((key) => Object.hasOwn(drawings, key));
  return complete ? null : 'the character names a part or a drawing that it does not have';
}
