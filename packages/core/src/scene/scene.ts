import { array, number, object, string, type Schema } from 'yup';
import { VOICE_CHANNELS, type VoiceChannel } from '../audio/samples';
import { drawingSchema, hashSchema, type Drawing } from '../character/drawing';
import { correctionsSchema, type Corrections } from '../mouth/mouths';
import { fitSettingsSchema, type FitSettings } from '../mouth/fitSettings';
import { languageSchema } from '../speech/language';
import { LONGEST_SCRIPT } from '../speech/script/script';
import { FRAME_RATE_NAMES, type FrameRateName } from './frameRate';

export const SCENE_VERSION = 4;
/** The longest voice that a line can have, in seconds. */
export const LONGEST_VOICE = 60 * 60;
/** Room after the last word when a scene is made to fit its voice, in seconds. */
const MAX_LENGTH = 2 * LONGEST_VOICE;

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
  /** Seconds. */
  readonly duration: number;
  readonly sampleRate: number;
  readonly channels: number;
}

/** One piece of dialogue of one character. */
export interface Line {
  readonly id: string;
  /** Who speaks: the id of a cast member. */
  readonly speaker: string;
  readonly script: string;
  /** What is spoken, two or three letters of ISO 639. */
  readonly language: string;
  /** The mood whose mouths are shown; null for the character's first. */
  readonly mood: string | null;
  /** The mouth drawing that is shown in pauses, mostly an expression; null for the one at rest. */
  readonly silence: string | null;
  /** Which channel of the voice is heard. */
  readonly channel: VoiceChannel;
  /** Seconds from the start of the scene. */
  readonly start: number;
  readonly voice: Voice;
  readonly fit: FitSettings;
  /** Id of the voice track that fitting made; null until then. */
  readonly track: string | null;
  /** Mouths set by hand; times from the start of the line. */
  readonly corrections: Corrections;
}

/** A character on this stage. */
export interface CastMember {
  readonly id: string;
  /** Id of the character's document. */
  readonly character: string;
  /** Where the middle of the artwork's lower edge stands, in stage units. */
  readonly x: number;
  readonly y: number;
  /** Stage units for one unit of the artwork. */
  readonly scale: number;
}

/** Characters on a stage with a backdrop, lines, a length and a frame rate. */
export interface Scene {
  readonly schemaVersion: typeof SCENE_VERSION;
  readonly name: string;
  /** Seconds. */
  readonly length: number;
  readonly frameRate: FrameRateName;
  readonly stage: { readonly width: number; readonly height: number; readonly background: string };
  readonly backdrop: Drawing | null;
  /** Back to front. */
  readonly cast: readonly CastMember[];
  readonly lines: readonly Line[];
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
  duration: number().required().positive().max(LONGEST_VOICE),
  sampleRate: number().required().positive(),
  channels: number().required().integer().min(1),
});

const lineSchema: Schema<Line> = object({
  id: string().required(),
  speaker: string().required(),
  script: string().defined().max(LONGEST_SCRIPT),
  language: languageSchema(),
  mood: string().max(300).defined().nullable(),
  silence: string().max(300).defined().nullable(),
  channel: string<VoiceChannel>().required().oneOf(VOICE_CHANNELS),
  start: number().required().min(0),
  voice: voiceSchema,
  fit: fitSettingsSchema,
  track: hashSchema().nullable().default(null),
  corrections: correctionsSchema,
});

/** Checks a scene that comes from outside. */
export const sceneSchema: Schema<Scene> = object({
  schemaVersion: number<typeof SCENE_VERSION>().required().oneOf([SCENE_VERSION]),
  name: string().required().max(200),
  length: number().required().positive().max(MAX_LENGTH),
  frameRate: string<FrameRateName>().required().oneOf(FRAME_RATE_NAMES),
  stage: object({
    width: number().required().integer().min(16).max(8192),
    height: number().required().integer().min(16).max(8192),
    background: colorSchema(),
  }),
  backdrop: drawingSchema.nullable().default(null) as Schema<Drawing | null>,
  cast: array(
    object({
      id: string().required(),
      character: string().required(),
      x: number().required(),
      y: number().required(),
      scale: number().required().positive(),
    }),
  ).required(),
  lines: array(lineSchema)
    .required()
    .test('speakers', 'every line must be spoken by a member of the cast', function (lines) {
      const cast = new Set((this.parent as Scene).cast.map(({ id }) => id));
      return lines.every(({ speaker }) => cast.has(speaker));
    }),
});
