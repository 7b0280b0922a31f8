import { testTrack } from '../testing/testTrack';
import { inOtherTime } from './inOtherTime';
import { valueAt } from '../signals';

const track = {
  ...testTrack([0, 0.5], [10, 1], [0, 0.5]),
  words: [{ text: 'ah', start: 0.5, end: 1.5 }],
  deviations: { skipped: ['oh'], repeated: [], added: [{ start: 0.5, end: 0.75 }] },
  spectrum: { rate: 50, levels: new Uint8Array(40) },
};

describe('a track in another time', () => {
  const slow = inOtherTime(track, 2);
  it('has everything twice as late, and lasting twice as long', () => {
    expect(slow.sounds.map(({ start, end, viseme }) => [start, end, viseme])).toEqual([
      [0, 1, 0],
      [1, 3, 10],
      [3, 4, 0],
    ]);
    expect(slow.words).toEqual([{ text: 'ah', start: 1, end: 3 }]);
    expect(slow.duration).toBe(4);
    expect(slow.deviations).toMatchObject({ skipped: ['oh'], added: [{ start: 1, end: 1.5 }] });
    for (const time of [0.1, 0.7, 1.6]) {
      expect(valueAt(slow.loudness, 2 * time)).toBeCloseTo(valueAt(track.loudness, time));
    }
    expect(slow.spectrum!.rate).toBe(25);
  });
  it('is the same object for the same factor, and itself where nothing changes', () => {
    expect(inOtherTime(track, 2)).toBe(slow);
    expect(inOtherTime(track, 0.5)).not.toBe(slow);
    expect(inOtherTime(track, 1)).toBe(track);
  });
});
