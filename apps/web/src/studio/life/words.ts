import type { Mix, ShapingKind, SignalKind } from '@cruvo/core/reactions';
import type { PerformancePart } from '@cruvo/core/scene';

/** What people call signals, in groups. */
export const SIGNAL_GROUPS: readonly {
  readonly label: string;
  readonly signals: readonly (readonly [SignalKind, string])[];
}[] = [
  {
    label: 'A voice',
    signals: [
      ['loudness', 'Loudness'],
      ['left loudness', 'Loudness of the left channel'],
      ['right loudness', 'Loudness of the right channel'],
      ['emphasis', 'Stressed words'],
      ['pitch', 'Pitch'],
      ['intonation', 'Rise and fall of the pitch'],
      ['band', 'Loudness of a band'],
      ['onsets', 'Beginnings of sounds in a band'],
      ['articulation', 'What the mouth does'],
      ['voiced', 'Voiced sounds'],
      ['word', 'Given words'],
    ],
  },
  {
    label: 'Talking',
    signals: [
      ['phrase start', 'A phrase begins'],
      ['phrase end', 'A phrase ends'],
      ['question', 'A phrase ends like a question'],
      ['speaking', 'While speaking'],
      ['silence', 'Silence, the longer the more'],
    ],
  },
  {
    label: 'Life',
    signals: [
      ['breath', 'Breath'],
      ['bearing', 'How the head is held'],
      ['blinks', 'Blinks'],
      ['gaze across', 'Where the eyes go, across'],
      ['gaze down', 'Where the eyes go, down'],
    ],
  },
  {
    label: 'Chance and time',
    signals: [
      ['chance', 'At random'],
      ['noise', 'Wandering'],
      ['cycle', 'Back and forth'],
      ['beat', 'Beat'],
      ['drawn', 'A curve drawn by hand'],
      ['control', 'Another control'],
    ],
  },
];

export const SIGNAL_NAMES = Object.fromEntries(
  SIGNAL_GROUPS.flatMap(({ signals }) => signals),
) as Readonly<Record<SignalKind, string>>;

export const SHAPING_NAMES: Readonly<Record<ShapingKind, string>> = {
  gate: 'Gate',
  follow: 'Attack and release',
  smooth: 'Smoothing',
  window: 'Window',
  delay: 'Delay or lead',
  gain: 'Gain',
  offset: 'Offset',
  invert: 'Invert',
  curve: 'Curve',
  limit: 'Limit',
  steps: 'Steps',
  spring: 'Spring',
  hold: 'Hold',
  chance: 'Chance',
  gesture: 'Gesture',
};

export const MIX_NAMES: Readonly<Record<Mix, string>> = {
  add: 'Added',
  replace: 'Instead',
  strongest: 'The strongest',
};

export const PART_NAMES: Readonly<Record<PerformancePart, string>> = {
  head: 'Head',
  brows: 'Brows',
  eyes: 'Eyes',
  posture: 'Posture',
  breath: 'Breath',
  hands: 'Hands',
  listening: 'Listening',
};

/** A number of a step or signal, as a slider shows it. */
export interface NumberField {
  readonly label: string;
  readonly min: number;
  readonly max: number;
  readonly step: number;
  readonly inWords: (value: number) => string;
}

export const inPercent = (value: number) => `${Math.round(100 * value)} %`;
const milliseconds = (value: number) => `${Math.round(1000 * value)} ms`;
const seconds = (value: number) => `${value.toFixed(value < 1 ? 2 : 1)} s`;
const share = (label: string, min = 0, max = 1): NumberField => ({
  ...{ label, min, max, step: 0.01, inWords: inPercent },
});
const time = (label: string, max: number, min = 0): NumberField => ({
  ...{ label, min, max, step: 0.005, inWords: milliseconds },
});

/** The numbers of a move that is laid down. */
export const MOVE_FIELDS = {
  speed: {
    ...{ label: 'Speed', min: 0.25, max: 4, step: 0.05 },
    inWords: (speed) => `${speed.toFixed(2)}×`,
  },
  times: { ...{ label: 'Times', min: 0.25, max: 20, step: 0.25 }, inWords: String },
  weight: share('How much'),
  soft: { ...{ label: 'Comes and goes', min: 0, max: 2, step: 0.05 }, inWords: seconds },
} as const satisfies Readonly<Record<string, NumberField>>;

/** The numbers of a take. */
export const TAKE_FIELDS = {
  strength: share('Strength', -2, 2),
  offset: share('Offset', -1, 1),
  smoothing: time('Smooth', 1),
  delay: time('Later by', 1, -1),
  fadeIn: time('Comes over', 2),
  fadeOut: time('Goes over', 2),
} as const satisfies Readonly<Record<string, NumberField>>;

/** The numbers of each step, by their fields. */
export const SHAPING_FIELDS: Readonly<Record<ShapingKind, Readonly<Record<string, NumberField>>>> =
  {
    gate: { level: share('Level') },
    follow: { attack: time('Attack', 1), release: time('Release', 2) },
    smooth: { seconds: time('Over', 1.5) },
    window: { from: share('From', -1, 1), to: share('To', -1, 2) },
    delay: { seconds: time('Later by', 1.5, -1) },
    gain: {
      factor: {
        ...{
          label: 'Factor',
          min: -4,
          max: 4,
          step: 0.05,
          inWords: (value) => `× ${value.toFixed(2)}`,
        },
      },
    },
    offset: { amount: share('Amount', -1, 1) },
    invert: {},
    curve: {},
    limit: { least: share('Least', -1, 1), most: share('Most', -1, 2) },
    steps: {
      count: { label: 'Steps', min: 1, max: 20, step: 1, inWords: (value) => String(value) },
    },
    spring: {
      frequency: {
        ...{ label: 'Swings a second', min: 0.2, max: 8, step: 0.1 },
        inWords: (value) => value.toFixed(1),
      },
      damping: share('Damping', 0.05, 1.5),
    },
    hold: { seconds: time('For', 2) },
    chance: { share: share('How often') },
    gesture: {
      rise: time('Rise', 1, 0.02),
      stay: time('Stay', 2),
      settle: time('Settle', 2.5, 0.02),
      anticipation: share('Anticipation', 0, 0.6),
    },
  };

const long = (label: string, max: number): NumberField => ({
  ...{ label, min: 0.1, max, step: 0.1, inWords: seconds },
});
const frequency = (label: string): NumberField => ({
  ...{ label, min: 0, max: 8000, step: 20, inWords: (value) => `${Math.round(value)} Hz` },
});
const band = { low: frequency('From'), high: frequency('To') };

/** The numbers of each signal, by their fields. */
export const SIGNAL_FIELDS: Readonly<
  Partial<Record<SignalKind, Readonly<Record<string, NumberField>>>>
> = {
  band,
  onsets: band,
  chance: {
    shortest: long('At least after', 30),
    longest: long('At most after', 60),
    lasts: time('Lasts', 2, 0.02),
  },
  noise: { period: long('Turns after', 20) },
  cycle: { period: long('Once in', 20) },
  beat: {
    perMinute: {
      ...{ label: 'Beats a minute', min: 30, max: 240, step: 1 },
      inWords: (value) => String(Math.round(value)),
    },
    first: { label: 'The first at', min: 0, max: 10, step: 0.01, inWords: seconds },
  },
};
