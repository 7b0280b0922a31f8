import { array, boolean, number, object, string, type Schema } from 'yup';

export const TIMING_VERSION = 1;

/** Something from one time to another; seconds of the scene. */
export interface Timed {
  readonly start: number;
  readonly end: number;
}

export interface TimedWord extends Timed {
  readonly text: string;
}

export interface TimedSound extends Timed {
  /** Number of MPEG-4 face animation, 0 to 14. */
  readonly viseme: number;
  readonly phone: string | null;
  readonly word: string | null;
  /** How likely the viseme is right, 0 to 1. */
  readonly confidence: number;
}

export interface TimedMouth extends Timed {
  /** What people call the drawing. */
  readonly drawing: string;
  readonly byHand: boolean;
}

export interface TimedLine extends Timed {
  readonly name: string;
  readonly speaker: string;
  readonly script: string;
  readonly language: string;
  /** Name of the voice's file; null for a line without a voice. */
  readonly voice: string | null;
  /** Where in its voice the line begins, seconds. */
  readonly offset: number;
  readonly words: readonly TimedWord[];
  readonly sounds: readonly TimedSound[];
  readonly mouths: readonly TimedMouth[];
}

/** A cue, a move or a take that is laid down. */
export interface TimedClip extends Timed {
  readonly kind: 'cue' | 'move' | 'take';
  readonly name: string;
  readonly character: string;
  /** Controls that a take moves. */
  readonly channels: readonly string[];
}

export interface TimedMarker extends Timed {
  readonly name: string;
}

/** A control of a character, frame after frame. */
export interface TimedControl {
  readonly character: string;
  readonly control: string;
  readonly label: string;
  /** One a frame; of a point there are two controls, of a choice the option’s number. */
  readonly values: readonly number[];
}

/** All that is known of when things happen in a scene; seconds from the beginning of what is delivered. */
export interface Timing {
  readonly format: 'cruvo timing';
  readonly version: typeof TIMING_VERSION;
  readonly scene: string;
  /** Frames a second, as a name: 23.976 is 24000/1001. */
  readonly frameRate: string;
  /** Seconds. */
  readonly length: number;
  readonly characters: readonly string[];
  readonly lines: readonly TimedLine[];
  readonly clips: readonly TimedClip[];
  readonly markers: readonly TimedMarker[];
  /** Those that move. */
  readonly controls: readonly TimedControl[];
}

const seconds = () => number().required();
const timed = { start: seconds().min(0), end: seconds().min(0) };
const text = () => string().defined().max(20_000);
const list = <Item>(item: Schema<Item>) => array(item).required().max(1_000_000);

const lineSchema = object({
  ...timed,
  ...{ name: text(), speaker: text(), script: text(), language: text() },
  voice: text().nullable(),
  offset: seconds().min(0),
  words: list(object({ ...timed, text: text() })),
  sounds: list(
    object({
      ...timed,
      viseme: number().required().integer().min(0).max(14),
      ...{ phone: text().nullable(), word: text().nullable() },
      confidence: number().required().min(0).max(1),
    }),
  ),
  mouths: list(object({ ...timed, drawing: text(), byHand: boolean().required() })),
});

/** Checks timing that comes from outside. */
export const timingSchema = object({
  format: string()
    .required()
    .oneOf(['cruvo timing'], 'this is not a file of timing: its “format” is not “cruvo timing”'),
  version: number()
    .required()
    .max(TIMING_VERSION, 'this file was written by a newer Cruvo: bring Cruvo up to date'),
  ...{ scene: text(), frameRate: text(), length: seconds().min(0) },
  characters: list(text()),
  lines: list(lineSchema),
  clips: list(
    object({
      ...timed,
      kind: string().required().oneOf(['cue', 'move', 'take']),
      ...{ name: text(), character: text(), channels: list(text()) },
    }),
  ),
  markers: list(object({ ...timed, name: text() })),
  controls: list(
    object({
      character: text(),
      control: text(),
      label: text(),
      values: list(number().required()),
    }),
  ),
}) as unknown as Schema<Timing>;
