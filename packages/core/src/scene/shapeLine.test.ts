import fc from 'fast-check';
import { evenly } from '../testing/evenly';
import { hash, testVoice } from '../testing/testScene';
import { testTrack } from '../testing/testTrack';
import { toFlicks, toSeconds } from '../time';
import { lineSchema, wholeLine, type Line } from './line';
import { heardVoice, inRecording, slowness, trackOfLine, withShaping } from './shapeLine';
import { AS_IT_WAS, isShaped } from './shaping';

const SECOND = toFlicks(1);
const line: Line = {
  ...wholeLine({ id: 'a', row: 'row', name: 'a', start: SECOND, voice: testVoice }),
  ...{ offset: SECOND / 2, length: SECOND, fadeIn: SECOND / 4, track: hash('7') },
  corrections: [{ start: SECOND, end: 1.25 * SECOND, drawing: 'open' }],
  reviewed: [{ start: 0, end: SECOND }],
  moods: [{ time: SECOND, mood: 'cross', pauseDrawing: null, blend: 100 }],
};
const shaped = { working: hash('8'), peaks: hash('9') };
const slow = withShaping(line, { ...AS_IT_WAS, pace: 0.5 }, shaped, 2 * testVoice.duration);

describe('a line whose voice is shaped', () => {
  it('keeps all that hangs on its sounds on them', () => {
    expect(slow).toMatchObject({
      ...{ start: SECOND, offset: SECOND, length: 2 * SECOND, duration: 4 * SECOND, shaped },
      corrections: [{ start: 2 * SECOND, end: 2.5 * SECOND, drawing: 'open' }],
      reviewed: [{ start: 0, end: 2 * SECOND }],
      moods: [{ time: 2 * SECOND, blend: 200 }],
    });
    expect(slowness(slow)).toBe(2);
    const span = { start: 1, end: 3, text: 'fog' };
    expect(inRecording(slow, span)).toEqual({ start: 0.5, end: 1.5, text: 'fog' });
    expect(inRecording(line, span)).toEqual(span);
  });
  it('is heard as it is shaped, or as it was recorded', () => {
    expect(heardVoice(slow)).toEqual(shaped);
    expect(heardVoice(line)).toBe(line.voice);
    expect(heardVoice({ voice: null, shaped: null })).toBeNull();
  });
  it('has its sounds in the time in which they are heard', () => {
    const tracks = new Map([[hash('7'), testTrack([0, 0.5], [10, 1.5])]]);
    expect(trackOfLine(slow, tracks)!.sounds[1]).toMatchObject({ start: 1, end: 4 });
    expect(trackOfLine(line, tracks)).toBe(tracks.get(hash('7')));
    expect(trackOfLine({ ...line, track: null }, tracks)).toBeNull();
    expect(trackOfLine({ ...line, track: hash('6') }, tracks)).toBeNull();
  });
  it('comes back to what it was, and is never one that can’t be saved', () => {
    const back = withShaping(slow, AS_IT_WAS, null, testVoice.duration);
    expect(back).toEqual({ ...line, shaped: null });
    const pace = evenly(0.5, 2);
    fc.assert(
      fc.property(pace, (factor) => {
        const duration = Math.round(testVoice.duration / factor);
        const once = withShaping(line, { ...AS_IT_WAS, pace: factor }, shaped, duration);
        expect(lineSchema.isValidSync(once)).toBe(true);
        const again = withShaping(once, AS_IT_WAS, null, testVoice.duration);
        const [piece] = again.corrections;
        expect(Math.abs(toSeconds(piece!.start - SECOND))).toBeLessThan(1e-6);
      }),
    );
  });
});

it('a voice is shaped where it sounds otherwise, not where it is only cleaned for hearing', () => {
  expect(isShaped(AS_IT_WAS)).toBe(false);
  expect(isShaped({ ...AS_IT_WAS, cleaning: 'hearing' })).toBe(false);
  expect(isShaped({ ...AS_IT_WAS, cleaning: 'sound' })).toBe(true);
  expect(isShaped({ ...AS_IT_WAS, pitch: 3 })).toBe(true);
  expect(isShaped({ ...AS_IT_WAS, pace: 1.1 })).toBe(true);
});
