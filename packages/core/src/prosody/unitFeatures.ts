import { valueAt } from '../signals';
import { OPEN_VOWEL } from '../speech/visemes';
import type { VoiceTrack } from '../speech/voiceTrack';
import { isFunctionWord } from './functionWords';
import type { SpokenUnit } from './spokenUnits';
import { featureCurve } from './voiceFeatures';

/** What is measured of a unit; the first are told by how far they lie from the mean of the voice, in deviations. */
const MEASURED = 5;

/**
 * What makes each unit stand out of its voice: level, height of pitch, seconds a sound, the longest vowel, range of pitch;
 * whether it is a word that carries meaning; and its place, 0 for the first to 1 for the last. [units][features]
 */
export function unitFeatures(track: VoiceTrack, units: readonly SpokenUnit[]): number[][] {
  const pitch = featureCurve(track, { kind: 'pitch' });
  const raw = units.map((unit, at) => {
    const level = valuesIn(track.loudness, unit, 0.01);
    const heights = pitch ? valuesIn(pitch, unit, 0.02) : [0];
    const vowels = unit.sounds.filter(({ viseme }) => viseme >= OPEN_VOWEL);
    return [
      Math.max(...level),
      Math.max(...heights),
      (unit.end - unit.start) / unit.sounds.length,
      Math.max(0, ...vowels.map(({ start, end }) => end - start)),
      Math.max(...heights) - Math.min(...heights),
      unit.text !== null && !isFunctionWord(unit.text) ? 1 : 0,
      at / Math.max(1, units.length - 1),
    ];
  });
  for (let part = 0; part < MEASURED; part++) {
    const values = raw.map((features) => features[part]!);
    const mean = values.reduce((sum, value) => sum + value, 0) / values.length;
    const square = values.reduce((sum, value) => sum + (value - mean) ** 2, 0) / values.length;
    const deviation = Math.sqrt(square) + 1e-6;
    raw.forEach((features) => (features[part] = (features[part]! - mean) / deviation));
  }
  return raw;
}

function valuesIn(
  curve: Parameters<typeof valueAt>[0],
  { start, end }: SpokenUnit,
  every: number,
): number[] {
  const values: number[] = [];
  for (let time = start; time < end; time += every) values.push(valueAt(curve, time));
  return values;
}
