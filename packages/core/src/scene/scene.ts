import { boolean, number, object, string, type Schema } from 'yup';
import { VOICE_CHANNELS, type VoiceChannel } from '../audio/samples';
import { drawingSchema, hashSchema, type Drawing } from '../character/drawing';
import { correctionsSchema, type Corrections } from '../mouth/mouths';
import { fitSettingsSchema, type FitSettings } from '../mouth/fitSettings';
import { languageSchema } from '../speech/language';
import { inOrder, recordsSchema, type OrderedRecord, type Records } from '../records';
import { LONGEST_SCRIPT } from '../speech/script/script';
import {
  FLICKS_PER_SECOND,
  FRAME_RATE_NAMES,
  flicksSchema,
  type Flicks,
  type FrameRateName,
} from '../time';

export const SCENE_VERSION = 5;
/** The longest voice that a line can have, in seconds. */
export const LONGEST_VOICE = 60 * 60;
/** The longest scene: two of the longest voices, one after the other. */
const LONGEST_SCENE: Flicks = 2 * LONGEST_VOICE * FLICKS_PER_SECOND;

/** A recording that has been brought in. */
export interface Voice {
  /** Name of the file as it came. */
  readonly name: string;
  /** Content hash of that file. */
  readonly original: string;
  /** Content hash of the 16-bit WAV that Cruvo plays and hears. */
  readonly working: string;
  /** Content hash of its waveform peaks (audio/peaks). */
  readonly peaks: string;
  readonly duration: Flicks;
  readonly sampleRate: number;
  readonly channels: number;
}

/** A row of the timeline: what stands in it acts on its target. */
export interface Row extends OrderedRecord {
  readonly kind: 'dialogue';
  /** Who speaks: the id of a cast member. */
  readonly target: string;
  /** A muted row is neither heard nor does it move anything. */
  readonly muted: boolean;
}

/** One piece of dialogue in a row. */
export interface Line {
  readonly id: string;
  /** Id of its row, whose target speaks it. */
  readonly row: string;
  readonly script: string;
  /** What is spoken, two or three letters of ISO 639. */
  readonly language: string;
  /** The mood whose mouths are shown; null for the character's first. */
  readonly mood: string | null;
  /** The mouth drawing that is shown in pauses, mostly an expression; null for the one at rest. */
  readonly pauseDrawing: string | null;
  /** Which channel of the voice is heard. */
  readonly channel: VoiceChannel;
  /** From the start of the scene. */
  readonly start: Flicks;
  readonly voice: Voice;
  readonly fit: FitSettings;
  /** Id of the voice track that fitting made; null until then. */
  readonly track: string | null;
  /** Mouths set by hand; times from the start of the line. */
  readonly corrections: Corrections;
}

/** A character on this stage; back to front by their order. */
export interface CastMember extends OrderedRecord {
  /** Id of the character's document. */
  readonly character: string;
  /** Where the middle of the artwork's lower edge stands, in stage units. */
  readonly x: number;
  readonly y: number;
  /** Stage units for one unit of the artwork. */
  readonly scale: number;
}

/** Characters on a stage with a backdrop, rows of lines, a length and a frame rate. */
export interface Scene {
  readonly schemaVersion: typeof SCENE_VERSION;
  readonly name: string;
  readonly length: Flicks;
  readonly frameRate: FrameRateName;
  readonly stage: { readonly width: number; readonly height: number; readonly background: string };
  readonly backdrop: Drawing | null;
  readonly cast: Records<CastMember>;
  readonly rows: Records<Row>;
  readonly lines: Records<Line>;
}

/** The cast, back to front. */
export function castOf({ cast }: Pick<Scene, 'cast'>): readonly CastMember[] {
  return inOrder(cast);
}

const sortedLines = new WeakMap<object, readonly Line[]>();

/** All lines, the earlier ones first; the same table gives the same list. */
export function linesOf({ lines }: Pick<Scene, 'lines'>): readonly Line[] {
  const known = sortedLines.get(lines);
  if (known) return known;
  const sorted = Object.values(lines).sort(
    (a, b) => a.start - b.start || (a.id < b.id ? -1 : a.id > b.id ? 1 : 0),
  );
  sortedLines.set(lines, sorted);
  return sorted;
}

/** The id of the cast member that speaks a line. */
export function speakerOf({ rows }: Pick<Scene, 'rows'>, { row }: Pick<Line, 'row'>): string {
  return rows[row]!.target;
}

/** The lines that are heard: those of rows that are not muted. */
export function heardLines(scene: Pick<Scene, 'rows' | 'lines'>): Line[] {
  return linesOf(scene).filter(({ row }) => !scene.rows[row]!.muted);
}

export const colorSchema = () =>
  string()
    .required()
    .matches(/^#[0-9a-f]{6}$/i, 'write a colour as # and six hexadecimal digits, such as #f4e9d8');

export const voiceSchema: Schema<Voice> = object({
  name: string().required().max(300),
  original: hashSchema(),
  working: hashSchema(),
  peaks: hashSchema(),
  duration: flicksSchema()
    .positive()
    .max(LONGEST_VOICE * FLICKS_PER_SECOND),
  sampleRate: number().required().positive(),
  channels: number().required().integer().min(1),
});

export const lineSchema: Schema<Line> = object({
  id: string().required(),
  row: string().required(),
  script: string().defined().max(LONGEST_SCRIPT),
  language: languageSchema(),
  mood: string().max(300).defined().nullable(),
  pauseDrawing: string().max(300).defined().nullable(),
  channel: string<VoiceChannel>().required().oneOf(VOICE_CHANNELS),
  start: flicksSchema(),
  voice: voiceSchema,
  fit: fitSettingsSchema,
  track: hashSchema().nullable().default(null),
  corrections: correctionsSchema,
});

export const castMemberSchema: Schema<CastMember> = object({
  id: string().required(),
  order: string().required(),
  character: string().required(),
  x: number().required(),
  y: number().required(),
  scale: number().required().positive(),
});

export const rowSchema: Schema<Row> = object({
  id: string().required(),
  order: string().required(),
  kind: string<'dialogue'>().required().oneOf(['dialogue']),
  target: string().required(),
  muted: boolean().required(),
});

/** What a scene has beside its tables. */
export const sceneFields = {
  schemaVersion: number<typeof SCENE_VERSION>().required().oneOf([SCENE_VERSION]),
  name: string().required().max(200),
  length: flicksSchema().positive().max(LONGEST_SCENE),
  frameRate: string<FrameRateName>().required().oneOf(FRAME_RATE_NAMES),
  stage: object({
    width: number().required().integer().min(16).max(8192),
    height: number().required().integer().min(16).max(8192),
    background: colorSchema(),
  }),
  backdrop: drawingSchema.nullable().default(null) as Schema<Drawing | null>,
};

/** Checks a scene that comes from outside: each record by itself, and that each leads to one that is there. */
export const sceneSchema: Schema<Scene> = object({
  ...sceneFields,
  cast: recordsSchema(castMemberSchema, 'cast member'),
  rows: recordsSchema(rowSchema, 'row'),
  lines: recordsSchema(lineSchema, 'line'),
})
  .test('targets', 'every row must act on a member of the cast', ({ cast, rows }) =>
    Object.values(rows as Records<Row>).every(({ target }) => Object.hasOwn(cast, target)),
  )
  .test('rows', 'every line must stand in a row', ({ rows, lines }) =>
    Object.values(lines as Records<Line>).every(({ row }) => Object.hasOwn(rows, row)),
  ) as unknown as Schema<Scene>;
