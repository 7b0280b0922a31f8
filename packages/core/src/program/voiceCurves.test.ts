import { accentsOf } from '../prosody';
import { valueAt } from '../signals';
import { testTrack } from '../testing/testTrack';
import { seenCurve } from './voiceCurves';

/** Speech from 0.5 to 1.5 s, its second half louder. */
const plain = testTrack([0, 0.5], [10, 1, 'a'], [0, 0.5]);
const values = plain.loudness.values.map((value, at) =>
  at >= 100 && at < 150 ? value + 12 : value,
);
const track = { ...plain, loudness: { rate: 100, values } };

describe('what is seen of a voice', () => {
  it('goes from its quiet end to its loud one', () => {
    const loudness = seenCurve(track, 'loudness')!;
    expect(valueAt(loudness, 0.2)).toBe(0);
    expect(valueAt(loudness, 1.25)).toBeGreaterThan(0.9);
    expect(valueAt(loudness, 0.75)).toBeLessThan(0.1);
    expect(seenCurve(track, 'loudness')).toBe(loudness);
  });
  it('is how strong a syllable is while its vowel is said, and nothing between', () => {
    const emphasis = seenCurve(track, 'emphasis')!;
    const [accent] = accentsOf(track);
    const middle = (accent!.start + accent!.end) / 2;
    expect(valueAt(emphasis, middle)).toBeCloseTo(accent!.strength, 6);
    expect(valueAt(emphasis, 0.1)).toBe(0);
  });
  it('is nothing where the track does not tell', () => {
    expect(seenCurve({ ...track, pitch: null }, 'pitch')).toBeNull();
  });
});
