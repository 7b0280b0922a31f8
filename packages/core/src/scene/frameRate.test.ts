import fc from 'fast-check';
import { FRAME_RATE_NAMES, frameAt, frameCount, frameTime, framesPerSecond } from './frameRate';

describe.each(FRAME_RATE_NAMES)('%s frames a second', (name) => {
  it('finds every frame again from its time, for an hour', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 216_000 }), (index) => {
        expect(frameAt(frameTime(index, name), name)).toBe(index);
        expect(frameAt(index / framesPerSecond(name), name)).toBe(index);
      }),
    );
  });
  it('has frames enough for any length, and none too many', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.01, max: 3600, noNaN: true }), (seconds) => {
        const count = frameCount(seconds, name);
        expect(count / framesPerSecond(name)).toBeGreaterThanOrEqual(seconds - 1e-6);
        expect((count - 1) / framesPerSecond(name)).toBeLessThan(seconds);
      }),
    );
  });
});

it('knows the fractions of television', () => {
  expect(framesPerSecond('23.976')).toBeCloseTo(23.976, 3);
  expect(frameCount(1001, '29.97')).toBe(30_000);
});
