import fc from 'fast-check';
import { FLICKS_PER_SECOND, toFlicks, toSeconds } from './flicks';
import {
  FRAME_RATE_NAMES,
  frameAt,
  frameCount,
  frameLength,
  frameMiddle,
  frameStart,
  framesPerSecond,
  nearestFrame,
} from './frameRate';

const HOUR = 3600 * FLICKS_PER_SECOND;

describe.each(FRAME_RATE_NAMES)('%s frames a second', (name) => {
  it('lasts whole flicks, and so does half of a frame', () => {
    expect(Number.isInteger(frameLength(name) / 2)).toBe(true);
    expect(FLICKS_PER_SECOND / frameLength(name)).toBeCloseTo(framesPerSecond(name), 9);
  });
  it('finds every frame again from its time, for two hours', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 432_000 }), (index) => {
        expect(frameAt(frameMiddle(index, name), name)).toBe(index);
        expect(frameAt(frameStart(index, name), name)).toBe(index);
        expect(frameAt(frameStart(index, name) - 1, name)).toBe(index - 1);
        expect(nearestFrame(frameStart(index, name) - 1, name)).toBe(index);
      }),
    );
  });
  it('has frames enough for any length, and none too many', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: HOUR }), (length) => {
        const count = frameCount(length, name);
        expect(frameStart(count, name)).toBeGreaterThanOrEqual(length);
        expect(frameStart(count - 1, name)).toBeLessThan(length);
      }),
    );
  });
});

it('knows the fractions of television', () => {
  expect(framesPerSecond('23.976')).toBeCloseTo(23.976, 3);
  expect(frameCount(toFlicks(1001), '29.97')).toBe(30_000);
});

it('holds samples at 44.1 and 48 kHz exactly', () => {
  for (const rate of [44_100, 48_000]) {
    expect(Number.isInteger(FLICKS_PER_SECOND / rate)).toBe(true);
    expect(toFlicks(12_345 / rate)).toBe(12_345 * (FLICKS_PER_SECOND / rate));
  }
  expect(toSeconds(toFlicks(1.25))).toBe(1.25);
});
