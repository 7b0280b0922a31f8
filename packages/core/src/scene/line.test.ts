import { testVoice } from '../testing/testScene';
import { FLICKS_PER_SECOND } from '../time';
import {
  endOf,
  isHeardAt,
  lineSchema,
  placedSound,
  sceneTime,
  voiceTime,
  wholeLine,
  type Line,
} from './line';
import { nameOfFile } from './voice';

const SECOND = FLICKS_PER_SECOND;
const whole = wholeLine({ id: 'a', row: 'row', name: 'Hello', start: SECOND, voice: testVoice });
/** Half a second out of the middle of a voice of two seconds. */
const part: Line = { ...whole, start: 5 * SECOND, offset: SECOND, length: SECOND / 2 };

describe('a line', () => {
  it('is at first all of its voice', () => {
    expect([whole.offset, whole.length, endOf(whole)]).toEqual([0, 2 * SECOND, 3 * SECOND]);
    expect(lineSchema.isValidSync(whole, { strict: true })).toBe(true);
  });

  it('is heard from its start up to its end, and not at its end', () => {
    const times = [5 * SECOND - 1, 5 * SECOND, 5.5 * SECOND - 1, 5.5 * SECOND];
    expect(times.map((time) => isHeardAt(part, time))).toEqual([false, true, true, false]);
  });

  it('knows the times of its voice in the scene, and the other way round', () => {
    expect(voiceTime(part, 5.25 * SECOND)).toBe(1.25 * SECOND);
    expect(sceneTime(part, 1.25 * SECOND)).toBe(5.25 * SECOND);
    expect(sceneTime(part, 0)).toBe(4 * SECOND);
  });

  it('is played as the stretch that it is', () => {
    const line = { ...part, gain: -3, fadeIn: SECOND / 4, fadeOut: SECOND / 8 };
    expect(placedSound(line)).toEqual({
      ...{ start: 5, offset: 1, duration: 0.5 },
      envelope: { gain: -3, fadeIn: 0.25, fadeOut: 0.125 },
    });
  });

  it.each([
    ['nothing of its voice', { length: 0 }, /length/],
    ['more than its voice', { offset: 1.5 * SECOND, length: 0.5 * SECOND + 1 }, /after its voice/],
    ['longer fades than itself', { fadeIn: SECOND, fadeOut: SECOND + 1 }, /fades/],
    ['far too loud', { gain: 25 }, /gain/],
    ['far too quiet', { gain: -49 }, /gain/],
    ['without a name', { name: '' }, /name/],
  ])('can’t be %s', (_, change, sentence) => {
    expect(() => lineSchema.validateSync({ ...whole, ...change }, { strict: true })).toThrow(
      sentence,
    );
  });

  it('can end exactly with its voice, and be nothing but fades', () => {
    const line = {
      ...whole,
      offset: SECOND,
      length: SECOND,
      fadeIn: SECOND / 2,
      fadeOut: SECOND / 2,
    };
    expect(lineSchema.isValidSync(line, { strict: true })).toBe(true);
  });
});

it('a line is called after its file', () => {
  const names = ['good evening.flac', 'one.two.wav', '.wav', 'plain'];
  expect(names.map(nameOfFile)).toEqual(['good evening', 'one.two', '.wav', 'plain']);
});
