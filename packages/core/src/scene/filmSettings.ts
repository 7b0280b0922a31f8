import { number, object, string, type Schema } from 'yup';
import { FRAME_RATE_NAMES, type FrameRateName } from '../time';
import { colorSchema } from './color';

/** How a film is to be delivered. */
export interface FilmSettings {
  /** Pixels; both even, as the film's colour planes need. */
  readonly width: number;
  readonly height: number;
  readonly frameRate: FrameRateName;
  /** Shown wherever nothing is drawn; #rrggbb. */
  readonly background: string;
}

/** How far a film that was asked for has come. */
export type FilmStatus = 'waiting' | 'rendering' | 'done' | 'failed' | 'cancelled';

/** A film that was asked for. `Moment` is how times are written: a Date in the server, ISO 8601 in its answers. */
export interface FilmRecord<Moment> {
  readonly id: string;
  /** Ids of the production and the scene. */
  readonly production: string;
  readonly scene: string;
  readonly name: string;
  readonly settings: FilmSettings;
  readonly status: FilmStatus;
  /** 0 to 1. */
  readonly progress: number;
  /** Why it failed, in one sentence. */
  readonly problem: string | null;
  /** Content hash of the finished film; only then. */
  readonly media: string | null;
  readonly createdAt: Moment;
  readonly finishedAt: Moment | null;
}

const side = (name: string) =>
  number()
    .typeError(`the ${name} must be a number of pixels`)
    .required(`give the ${name} in pixels`)
    .integer(`the ${name} must be whole pixels`)
    .min(64, `the ${name} must be at least 64 pixels`)
    .max(4096, `the ${name} can be at most 4096 pixels`)
    .test('even', `the ${name} must be an even number of pixels`, (value) => value % 2 === 0);

/** Checks film settings from a form, a request or the command line. */
export const filmSettingsSchema: Schema<FilmSettings> = object({
  width: side('width'),
  height: side('height'),
  frameRate: string<FrameRateName>()
    .required()
    .oneOf(FRAME_RATE_NAMES, `the frame rate must be one of ${FRAME_RATE_NAMES.join(', ')}`),
  background: colorSchema(),
});
