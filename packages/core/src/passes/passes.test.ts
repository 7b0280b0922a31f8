import fc from 'fast-check';
import { evenly } from '../testing/evenly';
import { toFlicks } from '../time';
import { readingAt, smoothReadingAt, type PassRecording, type RecordedChannel } from './recording';
import { isPassRecording, readRecording, writeRecording } from './recordingFile';
import { takeClipSchema, type TakeClip } from './takeClip';
import {
  endOfTake,
  fadesFitting,
  retimedTake,
  splitTake,
  takeOf,
  takesOf,
  trimmedTake,
  withTake,
  withTakeChannel,
} from './takeEdits';

const channelOf = (...readings: (readonly [time: number, value: number])[]): RecordedChannel => ({
  control: 'body.nod',
  times: Float32Array.from(readings, ([time]) => time),
  values: Float32Array.from(readings, ([, value]) => value),
});
const ramp = channelOf([0, 0], [1, 10], [3, 10], [4, 0]);

/** Readings at rising times. */
const channels = fc
  .array(fc.tuple(evenly(0.01, 0.6), evenly(-5, 5)), { minLength: 1, maxLength: 40 })
  .map((steps) => {
    let time = 0;
    return channelOf(...steps.map(([step, value]) => [(time += step), value] as const));
  });

describe('readings', () => {
  it('go evenly from one to the next, and stay before the first and after the last', () => {
    expect([-1, 0, 0.25, 1, 2, 3.5, 9].map((time) => readingAt(ramp, time))).toEqual([
      0, 0, 2.5, 10, 10, 5, 0,
    ]);
  });
  it('are nothing where nothing was read', () => {
    expect([readingAt(channelOf(), 1), smoothReadingAt(channelOf(), 1, 0.5)]).toEqual([0, 0]);
  });
  it('are smoothed to their mean around a time', () => {
    expect(smoothReadingAt(ramp, 2, 1)).toBeCloseTo(10, 6);
    expect(smoothReadingAt(ramp, 0.5, 1)).toBeCloseTo(5, 6);
    // A quarter second on the way up, another where it stays.
    expect(smoothReadingAt(ramp, 1, 0.5)).toBeCloseTo((8.75 + 10) / 2, 6);
    expect(smoothReadingAt(ramp, 2.2, 0)).toBe(10);
  });
  it('are smoothed as sums of many readings are, whatever was read', () => {
    fc.assert(
      fc.property(channels, evenly(-1, 9), evenly(0.05, 3), (channel, time, seconds) => {
        const count = 4000;
        let sum = 0;
        for (let at = 0; at < count; at++) {
          sum += readingAt(channel, time + seconds * ((at + 0.5) / count - 0.5));
        }
        expect(smoothReadingAt(channel, time, seconds)).toBeCloseTo(sum / count, 2);
      }),
    );
  });
});

describe('the file of a recording', () => {
  const recordings = fc
    .array(channels, { minLength: 1, maxLength: 4 })
    .map((some): PassRecording => ({
      duration: 30,
      channels: some.map((channel, at) => ({ ...channel, control: `control ${at}` })),
    }));
  it('gives it back as it was, eight bytes for each reading', () => {
    fc.assert(
      fc.property(recordings, (recording) => {
        const bytes = writeRecording(recording);
        expect(isPassRecording(bytes)).toBe(true);
        expect(readRecording(bytes)).toEqual(recording);
        const readings = recording.channels.reduce((sum, { times }) => sum + times.length, 0);
        expect(bytes.length).toBeLessThan(8 * readings + 1500);
      }),
    );
  });
  it('is refused in a sentence wherever it is cut', () => {
    const bytes = writeRecording({ duration: 4, channels: [ramp] });
    fc.assert(
      fc.property(fc.integer({ min: 0, max: bytes.length - 1 }), (length) => {
        expect(() => readRecording(bytes.slice(0, length))).toThrow(/^This take can’t be used/);
      }),
    );
    expect(isPassRecording(new Uint8Array(3))).toBe(false);
  });
  it.each([
    ['readings out of order', channelOf([1, 0], [0.5, 0]), /in order/],
    ['a reading after its end', channelOf([9, 0]), /outside of it/],
    ['a reading that is no number', channelOf([1, NaN]), /must be numbers/],
    ['a time that is none', channelOf([NaN, 0]), /in order/],
    ['a channel without readings', channelOf(), /missing/],
  ])('is refused with %s', (_what, channel, sentence) => {
    const bytes = writeRecording({ duration: 5, channels: [channel] });
    expect(() => readRecording(bytes)).toThrow(sentence);
  });
});

const second = toFlicks(1);
const recording: PassRecording = { duration: 4, channels: [ramp] };
const take: TakeClip = {
  ...takeOf(
    { id: 't', member: 'a', name: 'Take 1', recording: 'c'.repeat(64), start: 2 * second },
    recording,
  ),
  order: 'a0',
};

describe('takes', () => {
  it('play all that was recorded as it was performed', () => {
    expect(take).toMatchObject({ length: 4 * second, offset: 0, speed: 1 });
    expect(takeClipSchema.validateSync(take, { strict: true })).toEqual(take);
  });
  it('lie on top of those before, each under its member', () => {
    const table = withTake(withTake({ t: take }, { ...take, id: 'b' }), {
      ...take,
      ...{ id: 'c', member: 'other' },
    });
    expect(takesOf(table, 'a').map(({ id }) => id)).toEqual(['t', 'b']);
  });
  it('are trimmed as far as was recorded, and what is played stays where it was', () => {
    const duration = 4 * second;
    const later = trimmedTake(take, 'start', 3 * second, duration);
    expect([later.start, later.offset, endOfTake(later)]).toEqual([3 * second, second, 6 * second]);
    expect(trimmedTake(later, 'start', 0, duration)).toEqual(take);
    expect(endOfTake(trimmedTake(take, 'end', 99 * second, duration))).toBe(6 * second);
    expect(trimmedTake(take, 'end', 0, duration).length).toBeGreaterThan(0);
    const twice = retimedTake(later, 2);
    expect([twice.start, twice.length]).toEqual([3 * second, 1.5 * second]);
    expect(trimmedTake(twice, 'start', 0, duration).start).toBe(2.5 * second);
  });
  it('are cut in two that play the same, and not where hardly anything would be left', () => {
    const [one, other] = splitTake(take, 3 * second, 'new');
    expect([one!.length, other!.start, other!.offset, other!.id]).toEqual([
      ...[second, 3 * second, second],
      'new',
    ]);
    expect([one!.fadeOut, other!.fadeIn]).toEqual([0, 0]);
    expect(splitTake(take, take.start, 'new')).toEqual([take]);
    expect(splitTake(take, 99 * second, 'new')).toEqual([take]);
  });
  it('have channels that are turned down one by one', () => {
    const calm = withTakeChannel(take, 'body.nod', { strength: 0.5 });
    expect(calm.channels[0]!.strength).toBe(0.5);
    expect(withTakeChannel(take, 'other', { strength: 0 })).toEqual(take);
  });
  it('never fade longer than they are', () => {
    const length = fc.integer({ min: 1, max: 3 * second });
    fc.assert(
      fc.property(length, length, length, (whole, fadeIn, fadeOut) => {
        const fitting = fadesFitting({ ...take, length: whole, fadeIn, fadeOut });
        expect(fitting.fadeIn + fitting.fadeOut).toBeLessThanOrEqual(whole);
      }),
    );
  });
  it.each([
    ['a recording that is no hash', { recording: 'x' }, /recording/],
    ['no length', { length: 0 }, /length/],
    ['no channels', { channels: [] }, /channels/],
    [
      'a strength beyond all limits',
      { channels: [{ ...take.channels[0]!, strength: 99 }] },
      /strength/,
    ],
  ])('are refused with %s', (_what, change, sentence) => {
    const check = () => takeClipSchema.validateSync({ ...take, ...change }, { strict: true });
    expect(check).toThrow(sentence);
  });
});
