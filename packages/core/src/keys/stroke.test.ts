import fc from 'fast-check';
import { evenly } from '../testing/evenly';
import { toFlicks } from '../time';
import { EASINGS, keysSchema, type Key } from './keyTrack';
import { keyValueAt } from './keyValue';
import { withStrokeDrawn } from './stroke';

const key = (seconds: number, value: number): Key => ({
  time: toFlicks(seconds),
  value,
  easing: EASINGS.even,
});
const point = (seconds: number, value: number) => ({ time: toFlicks(seconds), value });
const flat = [key(0, 0), key(4, 0), key(8, 0)];

describe('a stroke that is drawn over keys', () => {
  it('takes their place between its ends, and leaves the others', () => {
    const drawn = withStrokeDrawn(flat, [point(3, 1), point(4, 0.5), point(5, 1)]);
    expect(drawn.map(({ time, value }) => [time, value])).toEqual(
      [key(0, 0), key(3, 1), key(4, 0.5), key(5, 1), key(8, 0)].map(({ time, value }) => [
        time,
        value,
      ]),
    );
  });
  it('is what was drawn last where it goes back over itself', () => {
    const drawn = withStrokeDrawn(flat, [
      point(1, 0.2),
      point(3, 0.2),
      point(5, 0.2),
      point(2, 0.9),
    ]);
    expect(keyValueAt(drawn, toFlicks(2))).toBeCloseTo(0.9);
    // Between 2 and 5 it went back on a straight line.
    expect(keyValueAt(drawn, toFlicks(3.5))).toBeCloseTo(0.55);
    expect(keyValueAt(drawn, toFlicks(1))).toBeCloseTo(0.2);
  });
  it('stays a list of keys that can be saved, near to every point that counts', () => {
    const stroke = fc.array(
      fc.record({
        time: fc.integer({ min: 0, max: 1e9 }),
        value: evenly(0, 1),
      }),
      { minLength: 1, maxLength: 60 },
    );
    fc.assert(
      fc.property(stroke, (points) => {
        const drawn = withStrokeDrawn([key(0, 0)], points);
        expect(keysSchema.isValidSync(drawn, { strict: true })).toBe(true);
        const last = points.at(-1)!;
        expect(Math.abs(keyValueAt(drawn, last.time) - last.value)).toBeLessThanOrEqual(0.0151);
      }),
    );
  });
});
