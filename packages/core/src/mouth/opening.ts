import { measureLevels, voicelessReason } from '../audio/levels';
import { follow, type Signal } from '../signals';
import { clampShare } from '../numbers';
import { followTimes, type FitSettings } from './fitSettings';

/** Loudness as it is heard doubles with every 10 dB (Stevens's power law; the sone scale of ISO 532). */
export const perceivedLoudness = (decibels: number) => 2 ** (decibels / 10);

/**
 * How far the jaw is open over time, 0 to 1, from levels in dBFS. Floor and peak are measured from
 * the recording itself; between the gate and the peak the opening grows with loudness as it is heard.
 */
export function openingOf(loudness: Signal, fit: FitSettings): Signal {
  const levels = measureLevels(loudness.values);
  if (voicelessReason(levels) !== null) {
    return { rate: loudness.rate, values: loudness.values.map(() => 0) };
  }
  const threshold = thresholdOf(levels, fit.gate);
  const shut = perceivedLoudness(threshold - levels.peak);
  const gated = loudness.values.map((level) =>
    clampShare((fit.strength * (perceivedLoudness(level - levels.peak) - shut)) / (1 - shut)),
  );
  const { attack, release } = followTimes(fit);
  return follow({ rate: loudness.rate, values: gated }, attack, release);
}

/** The level above which the mouth opens, dBFS. */
export function thresholdOf(levels: { floor: number; peak: number }, gate: number): number {
  return levels.floor + gate * (levels.peak - levels.floor);
}
