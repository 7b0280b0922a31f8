import { SPECTRUM_BANDS } from '../audio/spectrum';
import { testTrack } from '../testing/testTrack';
import { articulate, pausesOf, signalOf } from './articulate';
import { targetOf } from './articulation';
import { DEFAULT_FIT, type FitSettings } from './fitSettings';

const fit = (change: Partial<FitSettings>): FitSettings => ({ ...DEFAULT_FIT, ...change });
/** Half a second of stillness, a second of speech, and stillness again. */
const track = testTrack([0, 0.5], [10, 1], [0, 0.5]);
const byLoudness = fit({ method: 'loudness', smooth: 0, leadSeconds: 0 });

describe('what the jaw follows', () => {
  const levels = new Uint8Array(4 * SPECTRUM_BANDS).fill(30);
  const withSpectrum = { ...track, spectrum: { rate: 2, levels } };
  it('is one band only where that is wanted, and known', () => {
    expect(signalOf(withSpectrum, fit({ method: 'loudness' }))).toBe(track.loudness);
    expect(signalOf(track, fit({ method: 'band' }))).toBe(track.loudness);
    const band = signalOf(withSpectrum, fit({ method: 'band' }));
    expect(band.rate).toBe(2);
    expect(band.values).toHaveLength(4);
  });
});

describe('a mouth that follows loudness', () => {
  it('goes from rest to the open vowel in everything as it opens', () => {
    const shape = articulate(track, byLoudness);
    const [rest, open] = [targetOf(0), targetOf(10)];
    expect(shape(0.2)).toEqual({ ...rest, jaw: 0 });
    expect(shape(1)).toEqual({ ...open, jaw: 1 });
    const half = articulate({ ...track, loudness: { rate: 1, values: [-70, -20] } }, byLoudness)(1);
    for (const key of ['width', 'round', 'press', 'teeth', 'tongue'] as const) {
      const between = rest[key] + half.jaw * (open[key] - rest[key]);
      expect(half[key]).toBeCloseTo(between);
    }
    expect(half.jaw).toBeGreaterThan(0);
    expect(half.jaw).toBeLessThan(1);
  });
  it('follows the sounds instead where that is wanted', () => {
    const said = testTrack([0, 0.5], [1, 0.5], [0, 0.5]);
    expect(articulate(said, fit({ leadSeconds: 0 }))(0.75).press).toBeGreaterThan(0.5);
    expect(articulate(said, byLoudness)(0.75).press).toBeLessThan(0.5);
  });
});

describe('pauses', () => {
  it('are the silent sounds, or where an opening is shut', () => {
    const silent = pausesOf(track, fit({ method: 'sounds' }));
    expect(silent.map(({ start, end }) => [start, end])).toEqual([
      [0, 0.5],
      [1.5, 2],
    ]);
    expect(pausesOf(track, byLoudness)).toEqual([
      { start: 0, end: 0.5 },
      { start: 1.5, end: 2 },
    ]);
  });
  it('reach to the end of a voice that is longer than its levels', () => {
    expect(pausesOf({ ...track, duration: 2.004 }, byLoudness).at(-1)).toEqual({
      ...{ start: 1.5, end: 2.004 },
    });
  });
  it('are none while somebody speaks, and all of a voice in which nobody does', () => {
    const spoken = testTrack([10, 0.01], [0, 0.2], [10, 1]);
    expect(pausesOf(spoken, byLoudness)).toEqual([{ start: 0.01, end: 0.21 }]);
    expect(pausesOf(testTrack([0, 1]), byLoudness)).toEqual([{ start: 0, end: 1 }]);
  });
});
