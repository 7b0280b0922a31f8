import { measureLevels, voicelessReason } from '../audio/levels';
import type { Signal } from '../motion/signal';
import { OPEN_VOWEL, SILENCE, type Viseme } from './visemes';
import type { Sound, VoiceTrack } from './voiceTrack';

/** Voice begins this share of the way from the floor to the peak, in dB. */
export const VOICE_THRESHOLD_SHARE = 0.3;
/** Gaps and blips shorter than this don't make a sound of their own, seconds. */
const SHORTEST_STRETCH = 0.06;

/**
 * How often a stretch is right when all that is known is that it is loud, or not. Loudness tells
 * speech from silence fairly, but of the sounds inside speech one in nine is the open vowel.
 * Measured over the labelled training recordings (docs/DECISIONS.md).
 */
const SILENCE_CONFIDENCE = 0.6;
const VOWEL_CONFIDENCE = 0.11;

/**
 * Sounds from loudness alone: stretches of silence and of voice. Every stretch of voice is given as
 * the open vowel, with the low confidence that this deserves; no phone and no word is claimed.
 *
 * @param loudness dBFS over time, covering the whole recording
 * @param duration length of the recording in seconds
 */
export function hearLoudness(loudness: Signal, duration: number): VoiceTrack {
  return { version: 1, duration, sounds: stretches(loudness, duration), loudness };
}

function stretches({ rate, values }: Signal, duration: number): Sound[] {
  const levels = measureLevels(values);
  const threshold = levels.floor + VOICE_THRESHOLD_SHARE * (levels.peak - levels.floor);
  const voiceless = voicelessReason(levels) !== null;
  const runs: { viseme: Viseme; end: number }[] = [];
  values.forEach((level, index) => {
    const viseme = !voiceless && level > threshold ? OPEN_VOWEL : SILENCE;
    const end = (index + 1) / rate;
    const last = runs.at(-1);
    if (last?.viseme === viseme) last.end = end;
    else runs.push({ viseme, end });
  });
  return toSounds(withoutBlips(runs), duration);
}

/** Joins every run that is too short to the one before it, so that neighbours always differ. */
function withoutBlips(runs: readonly { viseme: Viseme; end: number }[]) {
  const kept: { viseme: Viseme; end: number }[] = [];
  for (const run of runs) {
    const last = kept.at(-1);
    const length = run.end - (last?.end ?? 0);
    if (last && (last.viseme === run.viseme || length < SHORTEST_STRETCH)) last.end = run.end;
    else kept.push({ ...run });
  }
  return kept;
}

function toSounds(runs: readonly { viseme: Viseme; end: number }[], duration: number): Sound[] {
  const within = runs.filter((_, index) => (runs[index - 1]?.end ?? 0) < duration);
  if (within.length === 0) within.push({ viseme: SILENCE, end: duration });
  return within.map(({ viseme, end }, index) => ({
    start: within[index - 1]?.end ?? 0,
    end: index === within.length - 1 ? duration : end,
    viseme,
    phone: null,
    word: null,
    confidence: viseme === SILENCE ? SILENCE_CONFIDENCE : VOWEL_CONFIDENCE,
  }));
}
