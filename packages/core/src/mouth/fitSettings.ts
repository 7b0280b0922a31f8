import { number, object, string, type Schema } from 'yup';

/** What the mouth follows: the sounds of the words, the loudness, or the loudness of one band of frequencies. */
export type FitMethod = 'sounds' | 'loudness' | 'band';

export const FIT_METHODS: readonly FitMethod[] = ['sounds', 'loudness', 'band'];

/** A setting that is one number: its range, its default, and how it is told to people. */
export interface FitSetting {
  readonly label: string;
  readonly hint: string;
  readonly min: number;
  readonly max: number;
  /** What a slider moves by. */
  readonly step: number;
  readonly default: number;
  /** The methods that read it. */
  readonly methods: readonly FitMethod[];
  /** A value in words, with its unit. */
  readonly inWords: (value: number) => string;
}

const percent = (value: number) => `${Math.round(100 * value)} %`;
const milliseconds = (seconds: number) => `${Math.round(1000 * seconds)} ms`;

function strengthInWords(value: number): string {
  const word =
    value < 0.75 ? 'mumbling' : value < 1.2 ? 'natural' : value < 1.6 ? 'lively' : 'theatrical';
  return `${word} · ${percent(value)}`;
}

const holdInWords = (frames: number) =>
  ['', 'on ones', 'on twos', 'on threes', 'on fours'][frames] ?? `${frames} frames`;

/** Every setting that is one number: a row here is all that another one needs. */
export const FIT_SETTINGS = {
  /** Multiplies how far the mouth leaves its rest. */
  strength: {
    label: 'Strength',
    hint: 'From mumbling to theatrical: how far the mouth leaves its rest',
    ...{ min: 0.2, max: 2, step: 0.05, default: 1 },
    methods: FIT_METHODS,
    inWords: strengthInWords,
  },
  /** 0 to 1. */
  smooth: {
    label: 'Smoothness',
    hint: 'How much neighbouring sounds run into each other',
    ...{ min: 0, max: 1, step: 0.05, default: 0.3 },
    methods: FIT_METHODS,
    inWords: percent,
  },
  /** Seconds by which the picture leads the sound. */
  leadSeconds: {
    label: 'Lead',
    hint: 'How far the picture leads the sound; one frame at 24 is 42 ms',
    ...{ min: 0, max: 0.25, step: 1 / 120, default: 1 / 24 },
    methods: FIT_METHODS,
    inWords: milliseconds,
  },
  /** Frames for which each drawing is held at least. */
  hold: {
    label: 'Hold',
    hint: 'Each drawing stays for at least this many frames',
    ...{ min: 1, max: 6, step: 1, default: 2 },
    methods: FIT_METHODS,
    inWords: holdInWords,
  },
  /** Seconds. */
  pause: {
    label: 'Rest after',
    hint: 'A pause longer than this closes the mouth to its rest',
    ...{ min: 0.05, max: 5, step: 0.05, default: 0.3 },
    methods: FIT_METHODS,
    inWords: milliseconds,
  },
  /** Where the mouth begins to open, as a share of the way from the noise floor to the peak in dB. */
  gate: {
    label: 'Opens above',
    hint: 'How loud a sound must be, from the room’s noise (0 %) to the loudest speech (100 %)',
    ...{ min: 0, max: 0.95, step: 0.01, default: 0.35 },
    methods: ['loudness', 'band'],
    inWords: percent,
  },
} as const satisfies Record<string, FitSetting>;

export type FitSettingName = keyof typeof FIT_SETTINGS;

export const FIT_SETTING_NAMES = Object.keys(FIT_SETTINGS) as FitSettingName[];

/** How a voice moves the mouth. Changing any of it needs no hearing again. */
export type FitSettings = Readonly<Record<FitSettingName, number>> & {
  readonly method: FitMethod;
  /** Band: its edges, Hz. */
  readonly band: { readonly low: number; readonly high: number };
};

const forEach = <Value>(value: (setting: FitSetting) => Value) =>
  Object.fromEntries(FIT_SETTING_NAMES.map((name) => [name, value(FIT_SETTINGS[name])])) as Record<
    FitSettingName,
    Value
  >;

export const DEFAULT_FIT: FitSettings = {
  ...forEach((setting) => setting.default),
  method: 'sounds',
  band: { low: 300, high: 1000 },
};

export const fitSettingsSchema: Schema<FitSettings> = object({
  ...forEach(({ min, max, step }) => {
    const range = number().required().min(min).max(max);
    return step === 1 ? range.integer() : range;
  }),
  method: string<FitMethod>().required().oneOf(FIT_METHODS),
  band: object({
    low: number().required().min(0).max(20_000),
    high: number().required().min(0).max(20_000),
  }).test(
    'ordered',
    'the band’s upper edge must lie above its lower one',
    ({ low, high }) => high > low,
  ),
});

/** Seconds within which a mouth that follows loudness closes at `smooth` 1; it opens three times as fast. */
const SLOWEST_RELEASE = 0.15;

/** Time constants in seconds of a mouth that follows loudness. */
export function followTimes({ smooth }: FitSettings): { attack: number; release: number } {
  const release = smooth * SLOWEST_RELEASE;
  return { attack: release / 3, release };
}
