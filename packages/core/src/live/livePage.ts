import { boolean, number, object, string, type Schema } from 'yup';
import { colorSchema } from '../color';

/** A part of the stage, in shares of its width and height. */
export interface Crop {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

/** Who drives a live page: the live desk in another window, a microphone of its own, or a camera as well. */
export const LIVE_DRIVERS = ['desk', 'microphone', 'face'] as const;
export type LiveDriver = (typeof LIVE_DRIVERS)[number];

/** What a live page shows. */
export interface LivePageSettings {
  /** Id of the cast member who is seen alone; null: everybody. */
  readonly only: string | null;
  /** Whether the backdrop is seen. */
  readonly backdrop: boolean;
  /** What lies beneath, #rrggbb; null: see-through. */
  readonly background: string | null;
  /** What of the stage is seen; null: all of it. */
  readonly crop: Crop | null;
  readonly mirrored: boolean;
  readonly driver: LiveDriver;
}

/** What a new live page shows: one of the cast, over whatever lies beneath. */
export const USUAL_LIVE_PAGE: LivePageSettings = {
  ...{ only: null, backdrop: false, background: null, crop: null, mirrored: false },
  driver: 'desk',
};

/** The smallest part of a stage that is seen, a share. */
export const SMALLEST_CROP = 0.05;
const share = (least: number) => number().required().min(least).max(1);

export const livePageSettingsSchema: Schema<LivePageSettings> = object({
  only: string().nullable().defined(),
  backdrop: boolean().required(),
  background: colorSchema().nullable().defined(),
  crop: object({
    ...{ x: share(0), y: share(0), width: share(SMALLEST_CROP), height: share(SMALLEST_CROP) },
  })
    .nullable()
    .defined()
    .test(
      'inside',
      'what is seen must lie on the stage',
      (crop) => !crop || (crop.x + crop.width <= 1.000001 && crop.y + crop.height <= 1.000001),
    ),
  mirrored: boolean().required(),
  driver: string<LiveDriver>().required().oneOf(LIVE_DRIVERS),
});

/** A page that shows a scene, or one of its cast, live. `Moment` is how times are written. */
export interface LivePageRecord<Moment> {
  readonly id: string;
  /** Id of the scene. */
  readonly scene: string;
  readonly name: string;
  /** What its address ends in, which nobody guesses. */
  readonly key: string;
  readonly settings: LivePageSettings;
  readonly createdAt: Moment;
}
