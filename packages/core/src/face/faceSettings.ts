import { boolean, number, object, type Schema } from 'yup';
import { FACE_CHANNELS, type FaceChannel, type FaceValues } from './channels';

/** How a face is taken over. */
export interface FaceSettings {
  /** The face as it is to count as rest; null: as the camera's own. */
  readonly rest: FaceValues | null;
  /** How far each channel went either way, learnt; null: as the camera tells. */
  readonly range: FaceRange | null;
  /** Whether it is taken over as a mirror shows it. */
  readonly mirrored: boolean;
  readonly channels: Readonly<Record<FaceChannel, ChannelSettings>>;
}

export interface FaceRange {
  readonly least: FaceValues;
  readonly most: FaceValues;
}

export interface ChannelSettings {
  /** 1: as it is; 0: not at all. */
  readonly strength: number;
  /** 0: as it comes; 1: as smooth as can be. */
  readonly smoothing: number;
  /** It goes no further, a share of its way. */
  readonly limit: number;
}

export const USUAL_CHANNEL: ChannelSettings = { strength: 1, smoothing: 0.4, limit: 1 };
export const MOST_STRENGTH = 3;

/** Eyes and lids are quick: smoothing would make them sleepy. */
const QUICK: ChannelSettings = { ...USUAL_CHANNEL, smoothing: 0.15 };

export const USUAL_FACE: FaceSettings = {
  ...{ rest: null, range: null, mirrored: true },
  channels: Object.fromEntries(
    FACE_CHANNELS.map((channel) => [channel, /gaze|lid/.test(channel) ? QUICK : USUAL_CHANNEL]),
  ) as Record<FaceChannel, ChannelSettings>,
};

const values = object(
  Object.fromEntries(
    FACE_CHANNELS.map((channel) => [channel, number().required().min(-10).max(10)]),
  ),
);

const channelSettings = object({
  strength: number().required().min(-MOST_STRENGTH).max(MOST_STRENGTH),
  smoothing: number().required().min(0).max(1),
  limit: number().required().min(0).max(1),
});

/** Checks settings that were kept somewhere. */
export const faceSettingsSchema = object({
  rest: values.nullable().defined().default(undefined),
  range: object({ least: values, most: values }).nullable().defined().default(undefined),
  mirrored: boolean().required(),
  channels: object(Object.fromEntries(FACE_CHANNELS.map((channel) => [channel, channelSettings]))),
}) as unknown as Schema<FaceSettings>;
