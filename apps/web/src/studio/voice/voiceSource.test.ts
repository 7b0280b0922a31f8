import { textLine, wholeLine, type Line, type Take } from '@cruvo/core/scene';
import { testVoice } from '@cruvo/core/testing';
import { toFlicks } from '@cruvo/core/time';
import { asTake, type VoiceSource } from './voiceSource';

const SECOND = toFlicks(1);
const before: Line = {
  ...wholeLine({ id: 'a', row: 'row', name: 'a', start: 0, voice: testVoice }),
  ...{ offset: SECOND / 2, length: SECOND },
};
/** The line with its new voice of two seconds, all of it heard. */
const line: Line = { ...before, offset: 0, length: 2 * SECOND, fadeIn: SECOND };
const heard = (source: VoiceSource, now: Line = line) => {
  const { offset, length, fadeIn, takes } = asTake(now, source, before, () => 'new');
  return { offset, length, fadeIn, takes: takes.length };
};
const stretch = { offset: SECOND, length: SECOND / 2 };

describe('a line with another voice', () => {
  it('is heard as its source says', () => {
    const voice: VoiceSource = { kind: 'voice', voice: testVoice, ...stretch };
    expect(heard(voice)).toEqual({ ...stretch, fadeIn: SECOND / 2, takes: 0 });
    const take = { voice: testVoice, ...stretch } as Take;
    expect(heard({ kind: 'take', take })).toMatchObject(stretch);
    const composed: VoiceSource = { kind: 'composed', make: () => Promise.resolve(testVoice) };
    expect(heard(composed)).toMatchObject({ offset: SECOND / 2, length: SECOND });
    expect(heard({ kind: 'text' })).toMatchObject({ offset: 0, length: 2 * SECOND });
  });
  it('is told in times of the recording where it is at another pace', () => {
    const slow = { ...line, duration: 4 * SECOND, length: 4 * SECOND };
    const voice: VoiceSource = { kind: 'voice', voice: testVoice, ...stretch };
    expect(heard(voice, slow)).toMatchObject({ offset: 2 * SECOND, length: SECOND });
  });
  it('is never longer than its voice, and among its takes where there are several', () => {
    const voice: VoiceSource = { kind: 'voice', voice: testVoice, offset: SECOND, length: 9e9 };
    expect(heard(voice)).toMatchObject({ offset: SECOND, length: SECOND });
    const other = { ...testVoice, working: 'f'.repeat(64) };
    const take = { id: 't', name: 'Take 1', voice: other, track: null, starred: false };
    const several = { ...line, takes: [{ ...take, ...stretch }] };
    expect(heard(voice, several).takes).toBe(2);
    const text = {
      ...textLine({ id: 'a', row: 'row', name: 'a', start: 0 }),
      takes: several.takes,
    };
    expect(heard({ kind: 'text' }, text).takes).toBe(1);
  });
});
