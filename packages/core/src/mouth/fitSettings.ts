import { number, object, string, type Schema } from 'yup';

/** What the mouth follows: the sounds of the words, the loudness, or the loudness of one band of frequencies. */
export type FitMethod = 'sounds' | 'loudness' | 'band';

export const FIT_METHODS: readonly FitMethod[] = ['sounds', 'loudness', 'band'];

/** How a voice moves the mouth. Changing any of it needs no hearing again. */
export interface FitSettings {
  readonly method: FitMethod;
  /** From mumbling (below 1) to theatrical (above): multiplies how far the mouth leaves its rest. */
  readonly strength: number;
  /** How much neighbouring sounds run into each other, 0 to 1. */
  readonly smooth: number;
  /** Seconds by which the picture leads the sound. */
  readonly early: number;
  /** Frames for which each drawing is held at least: on ones, twos, … */
  readonly hold: number;
  /** A pause longer than this goes to the rest drawing, seconds. */
  readonly pause: number;
  /** Loudness and band: where the mouth begins to open, as a share of the way from the noise floor to the peak (in dB). */
  readonly gate: number;
  /** Band: its edges, Hz. */
  readonly band: { readonly low: number; readonly high: number };
}

export const DEFAULT_FIT: FitSettings = {
  method: 'sounds',
  strength: 1,
  smooth: 0.3,
  early: 1 / 24,
  hold: 2,
  pause: 0.3,
  gate: 0.35,
  band: { low: 300, high: 1000 },
};

/** Seconds within which a mouth that follows loudness closes at `smooth` 1; it opens three times as fast. */
const SLOWEST_RELEASE = 0.15;

export const fitSettingsSchema: Schema<FitSettings> = object({
  method: string<FitMethod>().required().oneOf(FIT_METHODS),
  strength: number().required().min(0.2).max(2),
  smooth: number().required().min(0).max(1),
  early: number().required().min(0).max(0.25),
  hold: number().required().integer().min(1).max(6),
  pause: number().required().min(0.05).max(5),
  gate: number().required().min(0).max(0.95),
  band: object({
    low: number().required().min(0).max(20_000),
    high: number().required().min(0).max(20_000),
  }).test(
    'ordered',
    'the band’s upper edge must lie above its lower one',
    ({ low, high }) => high > low,
  ),
});

/** Settings as scenes of schema version 1 kept them: loudness only, with times of its own. */
export function upgradeFitSettings(old: {
  gate: number;
  release: number;
  strength: number;
  hold: number;
}): FitSettings {
  const smooth = Math.min(1, old.release / SLOWEST_RELEASE);
  return {
    ...DEFAULT_FIT,
    method: 'loudness',
    gate: old.gate,
    strength: old.strength,
    hold: old.hold,
    smooth,
    early: 0,
  };
}

/** Time constants in seconds of a mouth that follows loudness. */
export function followTimes({ smooth }: FitSettings): { attack: number; release: number } {
  const release = smooth * SLOWEST_RELEASE;
  return { attack: release / 3, release };
}
