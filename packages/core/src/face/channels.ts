/**
 * What a camera reads off a face. Head and eyes go from -1 to 1, about as far as a face can go: `x` and `turn` to the
 * viewer's right, `y` and `nod` down, `tilt` clockwise as seen, gaze to the right and down. The rest goes from 0 to 1,
 * but for brows, which go from -1, drawn together, to 1, raised. Left and right are the sides of the character.
 */
export const FACE_CHANNELS = [
  'x',
  'y',
  'turn',
  'nod',
  'tilt',
  'gaze across',
  'gaze down',
  'left lid',
  'right lid',
  'left brow',
  'right brow',
  'mouth open',
  'mouth wide',
  'smile',
  'pout',
  'cheeks',
] as const;

export type FaceChannel = (typeof FACE_CHANNELS)[number];
export type FaceValues = Readonly<Record<FaceChannel, number>>;

/** What a camera saw at one time; nothing where there was no face. */
export interface FaceReading {
  /** When it was seen, in seconds of whatever clock; later than the one before. */
  readonly time: number;
  readonly values: FaceValues | null;
}

/** The same for every channel. */
export function everyChannel(value: (channel: FaceChannel) => number): FaceValues {
  // Made of one shape, so that reading it is quick.
  const made: Record<FaceChannel, number> = { ...ZEROS };
  for (const channel of FACE_CHANNELS) made[channel] = value(channel);
  return made;
}

const ZEROS = Object.fromEntries(FACE_CHANNELS.map((channel) => [channel, 0])) as Record<
  FaceChannel,
  number
>;

export const FACE_AT_REST: FaceValues = ZEROS;

/** A face as a mirror shows it. */
export function mirroredFace(values: FaceValues): FaceValues {
  return {
    ...values,
    ...{ x: -values.x, turn: -values.turn, tilt: -values.tilt },
    'gaze across': -values['gaze across'],
    ...{ 'left lid': values['right lid'], 'right lid': values['left lid'] },
    ...{ 'left brow': values['right brow'], 'right brow': values['left brow'] },
  };
}

/** Channels that go to both sides of rest. */
const BOTH_WAYS: ReadonlySet<FaceChannel> = new Set<FaceChannel>([
  ...(['x', 'y', 'turn', 'nod', 'tilt', 'gaze across', 'gaze down'] as const),
  ...(['left brow', 'right brow'] as const),
]);

export const goesBothWays = (channel: FaceChannel) => BOTH_WAYS.has(channel);
