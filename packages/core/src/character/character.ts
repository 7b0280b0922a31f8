import { array, lazy, number, object, string, type Schema } from 'yup';
import { mouthChartSchema, type MouthChart } from '../mouth/mouthChart';
import { drawingSchema, type Drawing } from './drawing';

export const CHARACTER_VERSION = 1;

/** One piece of a character. Parts are listed from back to front. */
export interface Part {
  readonly id: string;
  readonly name: string;
  /** Key of the drawing shown; null for a part that shows nothing by itself. */
  readonly drawing: string | null;
}

/** Lids by swap: the part shows `closed` during a blink. */
export interface Lids {
  readonly part: string;
  readonly closed: string;
}

/** Drawings put together so that they can act. */
export interface Character {
  readonly schemaVersion: typeof CHARACTER_VERSION;
  readonly name: string;
  /** Size of the artwork, in its own units. */
  readonly width: number;
  readonly height: number;
  readonly drawings: Readonly<Record<string, Drawing>>;
  readonly parts: readonly Part[];
  /** The part that speaks, and what it shows. */
  readonly mouth: { readonly part: string; readonly chart: MouthChart };
  readonly lids: Lids | null;
}

const recordOf = <T>(schema: Schema<T>) =>
  lazy((value: unknown) =>
    object(
      Object.fromEntries(Object.keys((value as object | null) ?? {}).map((key) => [key, schema])),
    ).required(),
  ) as unknown as Schema<Record<string, T>>;

const shape = object({
  schemaVersion: number<1>().required().oneOf([CHARACTER_VERSION]),
  name: string().required().max(200),
  width: number().required().positive(),
  height: number().required().positive(),
  drawings: recordOf(drawingSchema),
  parts: array(
    object({
      id: string().required(),
      name: string().required(),
      drawing: string().defined().nullable(),
    }),
  )
    .required()
    .min(1),
  mouth: object({ part: string().required(), chart: mouthChartSchema }).required(),
  lids: object({ part: string().required(), closed: string().required() }).nullable().default(null),
});

/** Checks a character that comes from outside, also that every name in it leads somewhere. */
export const characterSchema = shape.test(
  'references',
  'the character names a part or a drawing that it does not have',
  (value) => danglingReferences(value as Character).length === 0,
) as unknown as Schema<Character>;

function danglingReferences(character: Character): string[] {
  const parts = new Set(character.parts.map(({ id }) => id));
  const drawings = [
    ...character.parts.flatMap(({ drawing }) => drawing ?? []),
    character.mouth.chart.rest,
    ...character.mouth.chart.drawings.map(({ drawing }) => drawing),
    ...(character.lids ? [character.lids.closed] : []),
  ];
  return [
    ...[character.mouth.part, ...(character.lids ? [character.lids.part] : [])].filter(
      (part) => !parts.has(part),
    ),
    ...drawings.filter((drawing) => !Object.hasOwn(character.drawings, drawing)),
  ];
}
