import { array, lazy, mixed, number, object, string, type Schema } from 'yup';
import type { OrderedRecord } from '../records';
import { flicksSchema, type Flicks } from '../time';

/** How long a cue lasts that is fired live: while its key is held, until it is fired again, or for a given time. */
export const CUE_MODES = ['held', 'latched', 'timed'] as const;
export type CueMode = (typeof CUE_MODES)[number];

/** A control that a cue sets. */
export interface CueTarget {
  /** As a reaction names what it moves. */
  readonly control: string;
  /** How far, from rest to its limit; below 0 to the other side. */
  readonly amount: number;
}

/** What a cue does. */
export type CueAction =
  /** Sets controls: a pose, a part that is shown or hidden, another drawing, a glow. */
  | { readonly kind: 'pose'; readonly targets: readonly CueTarget[] }
  /** Makes one of the character's moves, again and again while it lasts. */
  | { readonly kind: 'move'; readonly move: string }
  /** Shows one of the mouth's drawings, mostly an expression. */
  | { readonly kind: 'mouth'; readonly drawing: string }
  /** Lets a reaction count that is muted otherwise. */
  | { readonly kind: 'reaction'; readonly reaction: string }
  | CueFlip;

/** A run of drawings, one after the other. */
export interface CueFlip {
  readonly kind: 'flip';
  /** Id of the control that chooses the drawing. */
  readonly control: string;
  /** Options of that control, in the order in which they are seen. */
  readonly drawings: readonly string[];
  /** How many are seen in a second. */
  readonly rate: number;
  /** Once, again and again while the cue lasts, or once over all of the time that the cue lasts. */
  readonly runs: (typeof FLIP_RUNS)[number];
}

export const FLIP_RUNS = ['once', 'again', 'stretched'] as const;

/** What becomes of other cues while one lasts: they stay, they don't count meanwhile, or they end when it begins. */
export const CUE_OTHERS = ['stay', 'pause', 'end'] as const;
export type CueOthers = (typeof CUE_OTHERS)[number];

/** Something that a character does when it is fired, by a key or on the timeline. */
export interface Cue extends OrderedRecord {
  readonly name: string;
  /** The key that fires it, as it is written in lower case; null: none. */
  readonly key: string | null;
  readonly action: CueAction;
  readonly mode: CueMode;
  /** How long it lasts where it is timed. */
  readonly lasts: Flicks;
  /** How long it comes and goes. */
  readonly easeIn: Flicks;
  readonly easeOut: Flicks;
  /** Of cues of one group only one is on at a time; empty: it is on beside all others. */
  readonly group: string;
  readonly others: CueOthers;
}

/** A word of a line that something goes along with, also in another recording of it. */
export interface WordHook {
  readonly line: string;
  /** The place of the word among those of the line, from 0, and how it is written. */
  readonly word: number;
  readonly text: string;
  /** How long after the word begins; below 0 before it. */
  readonly after: Flicks;
}

/** A cue laid down in a scene. */
export interface CueClip {
  readonly id: string;
  readonly member: string;
  /** Id of a cue of the member's character. */
  readonly cue: string;
  /** Where it begins to come, while no word says so. */
  readonly start: Flicks;
  readonly hook: WordHook | null;
  /** From when it begins to come until it begins to go. */
  readonly length: Flicks;
}

/** A cue of a member of the cast. */
export interface CueReference {
  readonly member: string;
  /** Id of a cue of the member's character. */
  readonly cue: string;
}

export const cueReferenceSchema = object({
  member: string().required(),
  cue: string().required(),
});

/** Most cues of a character, and laid down in a scene. */
export const MOST_CUES = { character: 100, scene: 5000 } as const;

/** What each kind of action is checked by. */
export const ACTION_SCHEMAS: Readonly<Record<CueAction['kind'], Schema>> = {
  pose: object({
    targets: array(
      object({
        control: string().required().max(400),
        amount: number().required().min(-1).max(1),
      }),
    )
      .required()
      .max(64),
  }),
  move: object({ move: string().required() }),
  mouth: object({ drawing: string().required() }),
  reaction: object({ reaction: string().required() }),
  flip: object({
    control: string().defined().max(400),
    drawings: array(string().required().max(400)).required().max(200),
    rate: number().required().min(0.5).max(60),
    runs: string().required().oneOf(FLIP_RUNS),
  }),
};

const kindSchema = () =>
  string<CueAction['kind']>()
    .required()
    .oneOf(Object.keys(ACTION_SCHEMAS) as CueAction['kind'][]);

const actionSchema = lazy((value: unknown) => {
  const kind = (value as { kind?: unknown } | null)?.kind;
  const known = typeof kind === 'string' && Object.hasOwn(ACTION_SCHEMAS, kind);
  const fields = object({ kind: kindSchema() });
  return known ? fields.concat(ACTION_SCHEMAS[kind as CueAction['kind']] as typeof fields) : fields;
});

export const cueSchema = object({
  ...{ id: string().required(), order: string().required() },
  name: string().trim().required().max(100),
  key: mixed<string>()
    .defined()
    .nullable()
    .test('key', 'a cue is fired by one letter or digit', (key: unknown) => {
      return key === null || (typeof key === 'string' && isCueKey(key));
    }),
  action: actionSchema,
  mode: string<CueMode>().required().oneOf(CUE_MODES),
  lasts: flicksSchema().positive(),
  ...{ easeIn: flicksSchema(), easeOut: flicksSchema() },
  group: string().defined().max(100),
  others: string<CueOthers>().required().oneOf(CUE_OTHERS),
}) as unknown as Schema<Cue>;

/** Whether a key can fire a cue: a letter or a digit of any script, in lower case. */
export function isCueKey(key: string): boolean {
  return /^[\p{L}\p{N}]$/u.test(key) && key === key.toLowerCase();
}

export const wordHookSchema = object({
  line: string().required(),
  word: number().required().integer().min(0),
  text: string().defined().max(200),
  after: number().required().integer(),
});

export const cueClipSchema = object({
  ...{ id: string().required(), member: string().required(), cue: string().required() },
  hook: wordHookSchema.nullable().defined(),
  ...{ start: flicksSchema(), length: flicksSchema().positive() },
}) as unknown as Schema<CueClip>;
