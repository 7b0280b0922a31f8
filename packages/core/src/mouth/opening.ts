import { number, object, string, type Schema } from 'yup';
import { measureLevels, voicelessReason } from '../audio/levels';
import { follow, type Signal } from '../motion/signal';

/** How a mouth follows loudness. */
export interface FitSettings {
  readonly method: 'loudness';
  /** Where the mouth begins to open, as a share of the way from the noise floor to the peak (in dB). */
  readonly gate: number;
  /** Seconds to open (time constant). */
  readonly attack: number;
  /** Seconds to close (time constant). */
  readonly release: number;
  /** Multiplies the opening; 1 opens fully at the peak. */
  readonly strength: number;
  /** Frames for which each drawing is held at least: on ones or on twos. */
  readonly hold: 1 | 2;
}

export const DEFAULT_FIT: FitSettings = {
  method: 'loudness',
  gate: 0.35,
  attack: 0.015,
  release: 0.045,
  strength: 1,
  hold: 2,
};

export const fitSettingsSchema: Schema<FitSettings> = object({
  method: string<'loudness'>().required().oneOf(['loudness']),
  gate: number().required().min(0).max(0.95),
  attack: number().required().min(0).max(0.5),
  release: number().required().min(0).max(1),
  strength: number().required().min(0.2).max(2),
  hold: number<1 | 2>().required().oneOf([1, 2]),
});

/** Loudness as it is heard doubles with every 10 dB (Stevens's power law; the sone scale of ISO 532). */
const heard = (decibels: number) => 2 ** (decibels / 10);

/**
 * How far the jaw is open over time, 0 to 1, from levels in dBFS. Floor and peak are measured from
 * the recording itself; between the gate and the peak the opening grows with loudness as it is heard.
 */
export function openingOf(loudness: Signal, fit: FitSettings): Signal {
  const levels = measureLevels(loudness.values);
  if (voicelessReason(levels) !== null) {
    return { rate: loudness.rate, values: loudness.values.map(() => 0) };
  }
  const threshold = levels.floor + fit.gate * (levels.peak - levels.floor);
  const shut = heard(threshold - levels.peak);
  const gated = loudness.values.map((level) =>
    clamp((fit.strength * (heard(level - levels.peak) - shut)) / (1 - shut)),
  );
  return follow({ rate: loudness.rate, values: gated }, fit.attack, fit.release);
}

function clamp(value: number): number {
  return Math.min(1, Math.max(0, value));
}
