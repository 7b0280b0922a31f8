import { SILENCE_DB } from './loudness';

/** The automatic limits of one recording, so that no numbers need typing in for the next. All in dBFS. */
export interface VoiceLevels {
  /** The level of the room when nobody speaks. */
  readonly floor: number;
  /** The level of the loudest speech, momentary bangs aside. */
  readonly peak: number;
}

/** A recording whose peak stays under this holds no voice to speak of. */
export const FAINTEST_VOICE_DB = -60;
/** A voice stands out of its room by at least this much. */
export const LEAST_RANGE_DB = 8;
/** Below the peak by more than this, nothing counts: digital silence would otherwise drag the floor down. */
const WIDEST_RANGE_DB = 50;

const FLOOR_PERCENTILE = 0.1;
const PEAK_PERCENTILE = 0.97;

/** Noise floor and speech peak from the spread of loudness values (10th and 97th percentile). */
export function measureLevels(decibels: readonly number[]): VoiceLevels {
  if (decibels.length === 0) return { floor: SILENCE_DB, peak: SILENCE_DB };
  const sorted = Float64Array.from(decibels).sort();
  const at = (share: number) => sorted[Math.floor(share * (sorted.length - 1))]!;
  const loudest = at(1);
  // The percentile is taken among what is near the loudest, so that a short line in a long silence keeps its peak.
  const firstAudible = sorted.findIndex((value) => value > loudest - WIDEST_RANGE_DB / 2);
  const audible = sorted.subarray(Math.max(0, firstAudible));
  const peak = audible[Math.floor(PEAK_PERCENTILE * (audible.length - 1))]!;
  return { floor: Math.max(at(FLOOR_PERCENTILE), peak - WIDEST_RANGE_DB), peak };
}

/** Why a recording can't open a mouth, in one sentence; null when it can. */
export function voicelessReason({ floor, peak }: VoiceLevels): string | null {
  if (peak <= SILENCE_DB) return 'This recording is completely silent, so the mouth stays at rest.';
  if (peak < FAINTEST_VOICE_DB) {
    return `This recording is almost silent (its loudest speech is ${peak.toFixed(0)} dB), so the mouth stays at rest. Record it again, closer to the microphone.`;
  }
  if (peak - floor < LEAST_RANGE_DB) {
    return `No voice stands out of this recording: its loudest and quietest moments are only ${(peak - floor).toFixed(0)} dB apart, so the mouth stays at rest.`;
  }
  return null;
}
