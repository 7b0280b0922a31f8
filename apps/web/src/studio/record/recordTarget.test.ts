import { testVoice } from '@cruvo/core/testing';
import { wholeLine, type VoicedLine } from '@cruvo/core/scene';
import { toFlicks } from '@cruvo/core/time';
import { beginningOf, stretchIn, timeInTake, withStretch } from './recordTarget';

/** From the second to the third second of the scene, the middle of a voice of two seconds. */
const line: VoicedLine = {
  ...wholeLine({ id: 'a', row: 'row', name: 'a', start: toFlicks(2), voice: testVoice }),
  ...{ voice: testVoice, offset: toFlicks(0.5), length: toFlicks(1) },
};
const other = { working: 'b', offset: 4 };

describe('what a recording is for', () => {
  it('tells when it begins', () => {
    expect(beginningOf({ kind: 'line', member: 'm', start: toFlicks(3) })).toBe(3);
    expect(beginningOf({ kind: 'take', line })).toBe(2);
    expect(beginningOf({ kind: 'stretch', line, range: { start: 2.5, end: 3 } })).toBe(2.5);
  });
  it('is a stretch only where the loop meets the line', () => {
    expect(stretchIn(line, { start: 1, end: 2.5 })).toEqual({ start: 2, end: 2.5 });
    expect(stretchIn(line, { start: 3, end: 4 })).toBeNull();
    expect(stretchIn(line, { start: 2.95, end: 4 })).toBeNull();
    expect(stretchIn(line, null)).toBeNull();
    const slow = { ...line, duration: 2 * line.duration };
    expect(stretchIn(slow, { start: 1, end: 2.5 })).toBeNull();
  });
  it('puts a stretch into the voice where it belongs, and keeps the voice as long as it is', () => {
    const { working } = testVoice;
    expect(withStretch(line, { start: 2.25, end: 2.5 }, other)).toEqual([
      { working, start: 0, end: 0.75 },
      { working: 'b', start: 4, end: 4.25 },
      { working, start: 1, end: 2 },
    ]);
    const all = withStretch({ ...line, offset: 0 }, { start: 2, end: 4 }, other);
    expect(all).toEqual([{ working: 'b', start: 4, end: 6 }]);
  });
  it('finds the time of the scene in another take', () => {
    expect(timeInTake(line, toFlicks(1.5), 2.25)).toBeCloseTo(1.75);
  });
});
