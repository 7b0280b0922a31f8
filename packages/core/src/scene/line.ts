import { array, number, object, string, type Schema } from 'yup';
import type { Envelope } from '../audio/envelope';
import { VOICE_CHANNELS, type VoiceChannel } from '../audio/samples';
import { hashSchema } from '../character/drawing';
import { DEFAULT_FIT, fitSettingsSchema, type FitSettings } from '../mouth/fitSettings';
import { correctionsSchema, type Corrections } from '../mouth/mouths';
import { languageSchema } from '../speech/language';
import { LONGEST_SCRIPT } from '../speech/script/script';
import { FLICKS_PER_SECOND, flicksSchema, toSeconds, type Flicks } from '../time';
import { lineCaptionSchema, USUAL_CAPTION, type LineCaption } from './captionSettings';
import { moodsSchema, type MoodChange } from './moods';
import { AS_IT_WAS, shapedSchema, shapingSchema, type ShapedVoice, type Shaping } from './shaping';
import { takesSchema, type Take } from './takes';
import { LONGEST_VOICE, PACE_RANGE, voiceSchema, wordsPerMinuteSchema, type Voice } from './voice';

/** One piece of dialogue in a row. */
export interface Line {
  readonly id: string;
  /** Id of its row, whose target speaks it. */
  readonly row: string;
  readonly name: string;
  readonly script: string;
  /** What is spoken, two or three letters of ISO 639. */
  readonly language: string;
  /** The mood whose mouths are shown; null for the character's first. */
  readonly mood: string | null;
  /** The mouth drawing that is shown in pauses, mostly an expression; null for the one at rest. */
  readonly pauseDrawing: string | null;
  /** Where in its voice the mood, or what is shown in pauses, changes; in order. */
  readonly moods: readonly MoodChange[];
  /** Which channel of the voice is heard. */
  readonly channel: VoiceChannel;
  /** From the start of the scene. */
  readonly start: Flicks;
  /** Null where there is only text. */
  readonly voice: Voice | null;
  /** Its recordings, in the order in which they were made; none where there is one only. */
  readonly takes: readonly Take[];
  /** How its voice sounds otherwise than it was recorded. */
  readonly shaping: Shaping;
  /** The voice as it sounds then; null where it sounds as it was recorded. */
  readonly shaped: ShapedVoice | null;
  /** How long the whole voice is as it is heard; without one, how long it takes to say the script. */
  readonly duration: Flicks;
  /** How fast the script is said as long as nobody has recorded it. */
  readonly wordsPerMinute: number;
  /** Where in its voice the line begins; what lies before is kept, but not heard. */
  readonly offset: Flicks;
  /** How much of its voice is heard. */
  readonly length: Flicks;
  /** How much louder than it was recorded, dB. */
  readonly gain: number;
  /** Over how long it comes up to its loudness, and goes down from it. */
  readonly fadeIn: Flicks;
  readonly fadeOut: Flicks;
  readonly fit: FitSettings;
  /** Id of the voice track that fitting made, or that the script alone gave; null until then. */
  readonly track: string | null;
  /** Mouths set by hand; times from the start of the voice, so that they stay with their sounds. */
  readonly corrections: Corrections;
  /** Where somebody has looked at the mouths and was content; in order, apart, in times of the voice. */
  readonly reviewed: readonly Stretch[];
  readonly caption: LineCaption;
}

/** A stretch of time, from its start to before its end. */
export interface Stretch {
  readonly start: Flicks;
  readonly end: Flicks;
}

/** The most stretches that were looked at, in one line. */
const MOST_REVIEWED = 20_000;

/** How far the loudness of a line can be changed, dB. */
export const GAIN_RANGE = { least: -48, most: 24 } as const;

export const lineSchema = object({
  id: string().required(),
  row: string().required(),
  name: string().required().max(300),
  script: string().defined().max(LONGEST_SCRIPT),
  language: languageSchema(),
  mood: string().max(300).defined().nullable(),
  pauseDrawing: string().max(300).defined().nullable(),
  moods: moodsSchema,
  channel: string<VoiceChannel>().required().oneOf(VOICE_CHANNELS),
  start: flicksSchema(),
  voice: voiceSchema.nullable().defined(),
  takes: takesSchema,
  shaping: shapingSchema,
  shaped: shapedSchema.nullable().defined(),
  duration: flicksSchema()
    .positive()
    .max(LONGEST_VOICE * FLICKS_PER_SECOND),
  wordsPerMinute: wordsPerMinuteSchema(),
  offset: flicksSchema(),
  length: flicksSchema().positive(),
  gain: number().required().min(GAIN_RANGE.least).max(GAIN_RANGE.most),
  fadeIn: flicksSchema(),
  fadeOut: flicksSchema(),
  fit: fitSettingsSchema,
  track: hashSchema().nullable().default(null),
  corrections: correctionsSchema,
  reviewed: array(object({ start: flicksSchema(), end: flicksSchema().moreThan(0) }))
    .required()
    .max(MOST_REVIEWED)
    .test('ordered', 'what was looked at must be in order and apart', (stretches) =>
      stretches.every(
        ({ start, end }, at) => end > start && start > (stretches[at - 1]?.end ?? -1),
      ),
    ),
  caption: lineCaptionSchema,
})
  .test(
    'stretch',
    'a line can’t go on after its voice has ended',
    ({ offset, length, duration }) => offset + length <= duration,
  )
  .test(
    'fades',
    'the fades of a line can’t be longer than the line',
    ({ fadeIn, fadeOut, length }) => fadeIn + fadeOut <= length,
  ) as unknown as Schema<Line>;

/** A line that is heard as it was recorded, from its beginning to its end; nothing is known yet of what is said. */
export function wholeLine(
  place: Pick<Line, 'id' | 'row' | 'name' | 'start'> & { readonly voice: Voice },
): Line {
  return { ...plainLine(place.voice.duration), ...place };
}

/** How long a line is in which nothing is written yet. */
const EMPTY_LENGTH: Flicks = FLICKS_PER_SECOND;

/** A line without a voice, in which nothing is written yet. */
export function textLine(place: Pick<Line, 'id' | 'row' | 'name' | 'start'>): Line {
  return { ...plainLine(EMPTY_LENGTH), voice: null, ...place };
}

function plainLine(duration: Flicks) {
  return {
    ...{
      script: '',
      language: 'en',
      mood: null,
      pauseDrawing: null,
      channel: 'both' as const,
      moods: [],
    },
    ...{ duration, wordsPerMinute: PACE_RANGE.usual },
    ...{ offset: 0, length: duration, gain: 0, fadeIn: 0, fadeOut: 0 },
    ...{
      fit: DEFAULT_FIT,
      track: null,
      corrections: [],
      reviewed: [],
      takes: [],
      shaping: AS_IT_WAS,
      shaped: null,
      caption: USUAL_CAPTION,
    },
  };
}

/** A line that has a voice. */
export type VoicedLine = Line & { readonly voice: Voice };

export function isVoiced(line: Line): line is VoicedLine {
  return line.voice !== null;
}

/** A stretch of a recording that is heard at a time of a scene; seconds. */
export interface PlacedSound {
  readonly start: number;
  /** Where in the recording the stretch begins. */
  readonly offset: number;
  readonly duration: number;
  readonly envelope: Envelope;
}

/** What is heard of a line. */
export function placedSound(line: Line): PlacedSound {
  const { start, offset, length, gain, fadeIn, fadeOut } = line;
  return {
    ...{ start: toSeconds(start), offset: toSeconds(offset), duration: toSeconds(length) },
    envelope: { gain, fadeIn: toSeconds(fadeIn), fadeOut: toSeconds(fadeOut) },
  };
}

/** When a line ends in its scene. */
export function endOf({ start, length }: Pick<Line, 'start' | 'length'>): Flicks {
  return start + length;
}

/** A time in the voice of a line, for a time of its scene, whether it is heard there or not. */
export function voiceTime({ start, offset }: Pick<Line, 'start' | 'offset'>, time: Flicks): Flicks {
  return time - start + offset;
}

/** The time in its scene at which a moment of a line's voice is heard, or would be. */
export function sceneTime({ start, offset }: Pick<Line, 'start' | 'offset'>, time: Flicks): Flicks {
  return time - offset + start;
}

/** Whether a line is heard at a time of its scene. */
export function isHeardAt({ start, length }: Pick<Line, 'start' | 'length'>, time: Flicks) {
  return time >= start && time < start + length;
}

/** A line of which one more stretch was looked at; times of its voice. */
export function withReviewed(line: Line, { start, end }: Stretch): Line {
  const apart = line.reviewed.filter((one) => one.end < start || one.start > end);
  const joined = line.reviewed.filter((one) => !apart.includes(one));
  const all = {
    start: Math.min(start, ...joined.map((one) => one.start)),
    end: Math.max(end, ...joined.map((one) => one.end)),
  };
  return { ...line, reviewed: [...apart, all].sort((a, b) => a.start - b.start) };
}
