import {
  boolean,
  number,
  object,
  string,
  type Schema,
  type TestContext,
  ValidationError,
} from 'yup';
import { colorSchema } from '../color';
import type { Stretch } from '../scene/line';
import {
  FRAME_RATE_NAMES,
  flicksSchema,
  toSeconds,
  type Flicks,
  type FrameRateName,
} from '../time';
import {
  FILM_FORMAT_NAMES,
  formatOf,
  hasPictures,
  hasRate,
  type FilmFormatName,
} from './filmFormats';

/** What becomes of the words that are said: seen in the picture, in files of their own, or neither. */
export const CAPTION_WAYS = ['picture', 'files', 'none'] as const;
export type CaptionWay = (typeof CAPTION_WAYS)[number];

/** How a film, or another thing that is made of a scene, is to be delivered. */
export interface FilmSettings {
  readonly format: FilmFormatName;
  /** Pixels. */
  readonly width: number;
  readonly height: number;
  readonly frameRate: FrameRateName;
  /** Shown wherever nothing is drawn, #rrggbb; null: see-through. */
  readonly background: string | null;
  /** Null: all of the scene. */
  readonly stretch: Stretch | null;
  /** Id of the cast member who is seen alone; null: everybody, and the backdrop. */
  readonly only: string | null;
  readonly captions: CaptionWay;
  /** Integrated loudness of the mix, LUFS (EBU R 128); null: as loud as it is. */
  readonly loudness: number | null;
  /** Whether colours are multiplied by their opacity, as some programs expect. */
  readonly premultiplied: boolean;
  /** Of a loop: how long its end goes over into its beginning, seconds. */
  readonly crossfade: number;
}

/** What is offered where nothing else is said, but for the size, the rate and the background. */
export const USUAL_FILM = {
  format: 'mp4',
  stretch: null,
  only: null,
  captions: 'picture',
  loudness: null,
  premultiplied: false,
  crossfade: 0,
} as const satisfies Partial<FilmSettings>;

export const SMALLEST_FILM = 64;
export const LARGEST_FILM = 4096;

const side = (name: string) =>
  number()
    .typeError(`the ${name} must be a number of pixels`)
    .required(`give the ${name} in pixels`)
    .integer(`the ${name} must be whole pixels`)
    .min(SMALLEST_FILM, `the ${name} must be at least ${SMALLEST_FILM} pixels`)
    .max(LARGEST_FILM, `the ${name} can be at most ${LARGEST_FILM} pixels`);

const shape = object({
  format: string<FilmFormatName>()
    .required()
    .oneOf(FILM_FORMAT_NAMES, `the format must be one of ${FILM_FORMAT_NAMES.join(', ')}`),
  width: side('width'),
  height: side('height'),
  frameRate: string<FrameRateName>()
    .required()
    .oneOf(FRAME_RATE_NAMES, `the frame rate must be one of ${FRAME_RATE_NAMES.join(', ')}`),
  background: colorSchema().nullable().defined(),
  stretch: object({ start: flicksSchema(), end: flicksSchema() }).nullable().defined(),
  only: string().nullable().defined(),
  captions: string<CaptionWay>().required().oneOf(CAPTION_WAYS),
  loudness: number()
    .nullable()
    .defined()
    .min(-40, 'the loudness must be at least −40 LUFS')
    .max(-5, 'the loudness can be at most −5 LUFS'),
  premultiplied: boolean().required(),
  crossfade: number()
    .required()
    .min(0, 'the crossfade can’t be negative')
    .max(10, 'the crossfade can be at most 10 seconds'),
});

/** Checks film settings from a form, a request or the command line. */
export const filmSettingsSchema: Schema<FilmSettings> = shape.test(
  'fits',
  (settings: FilmSettings, context: TestContext) => {
    // What is wrong by itself is told of by itself.
    const wrong = shape.isValidSync(settings) ? misfit(settings) : null;
    return wrong ? context.createError({ path: wrong.field, message: wrong.sentence }) : true;
  },
);

/** A setting that the format can't have, and why. */
interface Misfit {
  readonly field: keyof FilmSettings;
  readonly sentence: string;
}

/** What a format can't hold; null where all is well. */
function misfit(settings: FilmSettings): Misfit | null {
  const format = formatOf(settings);
  const { stretch, frameRate, background, crossfade } = settings;
  if (hasPictures(format)) {
    for (const field of ['width', 'height'] as const) {
      const pixels = settings[field];
      if (format.even && pixels % 2 !== 0) {
        const sentence = `the ${field} of ${format.name} must be an even number of pixels, such as ${pixels + 1}`;
        return { field, sentence };
      }
    }
    if (background === null && !format.transparent) {
      const sentence = `${format.name} can’t be see-through: choose a background, or another format`;
      return { field: 'background', sentence };
    }
  }
  if (hasRate(format) && Number(frameRate) > format.fastest) {
    const sentence = `${format.name} can show at most ${format.fastest} frames a second`;
    return { field: 'frameRate', sentence };
  }
  if (stretch) {
    const { start, end } = stretch;
    if (end <= start) {
      return {
        field: 'stretch',
        sentence: 'the stretch has no length: let it end after it begins',
      };
    }
    if (toSeconds(end - start) <= 2 * crossfade) {
      const sentence = 'the crossfade must be shorter than half of the loop';
      return { field: 'crossfade', sentence };
    }
  }
  return null;
}

/**
 * Checks settings against a scene.
 *
 * @param length of the scene
 * @throws ValidationError where the scene ends before the stretch begins, or the format can’t last so long
 */
export function checkLength(settings: FilmSettings, length: Flicks): void {
  const format = formatOf(settings);
  const { start, end } = stretchOf(settings, length);
  if (end <= start) {
    throw new ValidationError('the scene is over before the stretch begins', settings, 'stretch');
  }
  const seconds = toSeconds(end - start);
  if (hasRate(format) && seconds > format.longest) {
    const most = `${format.longest} seconds`;
    const sentence = `${format.name} can last ${most} at most: choose a stretch of the scene`;
    throw new ValidationError(sentence, settings, 'stretch');
  }
  if (seconds <= 2 * settings.crossfade) {
    const sentence = 'the crossfade must be shorter than half of the loop';
    throw new ValidationError(sentence, settings, 'crossfade');
  }
}

/** The stretch of a scene of a length that is delivered. */
export function stretchOf({ stretch }: Pick<FilmSettings, 'stretch'>, length: Flicks): Stretch {
  if (!stretch) return { start: 0, end: length };
  return { start: Math.min(stretch.start, length), end: Math.min(stretch.end, length) };
}
