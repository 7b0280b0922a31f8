import { perceivedLoudness } from './opening';

/** How much louder moments open wider: power of the loudness as it is heard. */
const POWER = 0.6;
const LEAST = 0.45;
const MOST = 1.35;

/** By how much a moment's loudness multiplies the opening, so that a shout opens wider than a murmur. @param belowPeak dB, 0 or less */
export function loudnessGain(belowPeak: number): number {
  return Math.min(MOST, Math.max(LEAST, MOST * perceivedLoudness(belowPeak) ** POWER));
}
