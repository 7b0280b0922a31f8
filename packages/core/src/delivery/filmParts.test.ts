import fc from 'fast-check';
import { frameCount, FRAME_RATE_NAMES, framesPerSecond, toFlicks } from '../time';
import { filmParts } from './filmParts';

it('parts follow each other, hold all frames, and are of about the same length', () => {
  const seconds = fc.integer({ min: 1, max: 8000 });
  fc.assert(
    fc.property(fc.constantFrom(...FRAME_RATE_NAMES), seconds, (frameRate, length) => {
      const parts = filmParts({ format: 'mp4', stretch: null, frameRate }, toFlicks(length));
      const frames = frameCount(toFlicks(length), frameRate);
      const most = Math.round(20 * framesPerSecond(frameRate));
      expect(parts.length === 0).toBe(frames <= most);
      let next = 0;
      for (const { first, count } of parts) {
        expect(first).toBe(next);
        expect(count).toBeLessThanOrEqual(most);
        expect(count).toBeGreaterThan(most / 2 - 1);
        next += count;
      }
      if (parts.length > 0) expect(next).toBe(frames);
    }),
  );
});

it('what can’t be joined is made in one go', () => {
  expect(filmParts({ format: 'gif', stretch: null, frameRate: '24' }, toFlicks(100))).toEqual([]);
  const stretch = { start: toFlicks(90), end: toFlicks(100) };
  expect(filmParts({ format: 'mp4', stretch, frameRate: '24' }, toFlicks(100))).toEqual([]);
});
