import { lazy, number, object, string, type Schema } from 'yup';
import { NAMES_AS_IDS, recordsSchema, type Records } from '../records';
import { mouthRigSchema, partsOfMouth, type MouthRig } from '../mouth/mouthRig';
import { bendSchema, type Bend } from './bend/bend';
import { bodyControlSchema, partsOfControl, type BodyControl } from './bodyControl';
import { drawingSchema, type Drawing } from './drawing';
import { eyesSchema, partsOfEyes, type Eyes } from './eyes';
import { jointSchema, type Joint } from './joint';
import { partSchema, type Part } from './part';
import { partsOf } from './partList';
import { bodyProblem } from './bodyProblem';
import { swaySchema, type Sway } from './sway/sway';
import { treeProblem } from './tree';
import { cueSchema, MOST_CUES, type Cue } from '../cues';
import { MOST_MOVES, moveSchema, type Move } from '../keys';
import { MOST_REACTIONS, reactionSchema, type Reaction } from '../reactions';
import { padSchema, type Pad } from './pad/pad';
import { browsOfView, viewSchema, type View } from './view';

export const CHARACTER_VERSION = 12;

/** Drawings put together so that they can act. */
export interface Character {
  readonly schemaVersion: typeof CHARACTER_VERSION;
  readonly name: string;
  /** Size of the artwork, in its own units. */
  readonly width: number;
  readonly height: number;
  readonly drawings: Records<Drawing>;
  /** Back to front by their order, each before the parts that it holds. */
  readonly parts: Records<Part>;
  /** Null as long as it has none, and can't talk. */
  readonly mouth: MouthRig | null;
  readonly eyes: Eyes;
  /** What can be set of it beside mouth and eyes, made by example. */
  readonly controls: Records<BodyControl>;
  /** Which drawings bend, and by what. */
  readonly bends: Records<Bend>;
  /** How parts hang on others, by their ids; those that are left out go along with the part that holds them. */
  readonly joints: Records<Joint>;
  /** What swings by itself. */
  readonly sways: Records<Sway>;
  /** Controls that are set together. */
  readonly pads: Records<Pad>;
  /** Drawings of the head from other sides, by the ids of their parts, that have a mouth or brows of their own. */
  readonly views: Records<View>;
  /** What moves it by itself, wherever it goes. */
  readonly reactions: Records<Reaction>;
  /** Stretches of keys that are kept, to be laid down in scenes. */
  readonly moves: Records<Move>;
  /** What it does when it is fired. */
  readonly cues: Records<Cue>;
}

/** A body of which nothing is set up. */
export const NO_BODY = {
  controls: {},
  bends: {},
  joints: {},
  sways: {},
  pads: {},
  views: {},
  reactions: {},
  moves: {},
  cues: {},
} as const satisfies Partial<Character>;

const MOST_PARTS = 5000;

/** What a character has beside its tables, its mouth and its eyes. */
export const characterFields = {
  schemaVersion: number<typeof CHARACTER_VERSION>().required().oneOf([CHARACTER_VERSION]),
  name: string().required().max(200),
  width: number().required().positive(),
  height: number().required().positive(),
};

const shape = object({
  ...characterFields,
  drawings: recordsSchema(drawingSchema, 'drawing', NAMES_AS_IDS),
  parts: recordsSchema(partSchema, 'part', NAMES_AS_IDS),
  mouth: lazy((value: unknown) =>
    value === null ? object().nullable() : (mouthRigSchema as never),
  ),
  eyes: eyesSchema,
  controls: recordsSchema(bodyControlSchema, 'control'),
  bends: recordsSchema(bendSchema, 'bend'),
  joints: recordsSchema(jointSchema, 'joint', NAMES_AS_IDS),
  sways: recordsSchema(swaySchema, 'sway'),
  pads: recordsSchema(padSchema, 'pad'),
  views: recordsSchema(viewSchema, 'view', NAMES_AS_IDS),
  reactions: recordsSchema(reactionSchema, 'reaction', undefined, MOST_REACTIONS.character),
  moves: recordsSchema(moveSchema, 'move', undefined, MOST_MOVES.character),
  cues: recordsSchema(cueSchema, 'cue', undefined, MOST_CUES.character),
});

/** Checks a character that comes from outside, also that every name in it leads somewhere. */
export const characterSchema = shape.test('references', function (value) {
  const problem = referenceProblem(value as unknown as Character);
  return problem === null || this.createError({ message: problem });
}) as unknown as Schema<Character>;

function referenceProblem(character: Character): string | null {
  const { drawings, mouth, eyes } = character;
  const parts = partsOf(character);
  if (parts.length === 0) return 'a character needs a part at least';
  if (parts.length > MOST_PARTS) return `a character has ${MOST_PARTS} parts at most`;
  const tree = treeProblem(parts);
  if (tree) return tree;
  const ids = new Set(parts.map(({ id }) => id));
  const needed = [
    ...(mouth ? partsOfMouth(mouth) : []),
    ...partsOfEyes(eyes),
    ...Object.values(character.controls).flatMap(partsOfControl),
    ...Object.values(character.views).flatMap((view) => [
      ...[view.id, ...browsOfView(view)],
      ...(view.mouth ? partsOfMouth(view.mouth) : []),
    ]),
  ];
  const shown = parts.flatMap(({ drawing }) => drawing ?? []);
  const complete =
    needed.every((part) => ids.has(part)) && shown.every((key) => Object.hasOwn(drawings, key));
  if (complete) return bodyProblem(character);
  return 'the character names a part or a drawing that it does not have';
}
