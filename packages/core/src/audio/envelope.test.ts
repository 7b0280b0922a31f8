import fc from 'fast-check';
import { evenly } from '../testing/evenly';
import { factorAt, factorOf, envelopePoints } from './envelope';

describe('the envelope of a sound', () => {
  it('is its gain where nothing fades', () => {
    const points = envelopePoints({ gain: -6.0206, fadeIn: 0, fadeOut: 0 }, 3);
    expect([0, 1.5, 3].map((time) => factorAt(points, time))).toEqual(
      Array.from({ length: 3 }, () => expect.closeTo(0.5, 5) as number),
    );
  });

  it('comes up and goes down evenly', () => {
    const points = envelopePoints({ gain: 0, fadeIn: 1, fadeOut: 2 }, 4);
    expect([0, 0.25, 1, 1.5, 2, 3, 4, 5].map((time) => factorAt(points, time))).toEqual([
      ...[0, 0.25, 1, 1, 1, 0.5, 0, 0],
    ]);
  });

  it('is never louder than its gain, and silent at an end that fades', () => {
    const shares = evenly(0, 0.5);
    const run = fc.property(shares, shares, evenly(0, 1), (a, b, t) => {
      const points = envelopePoints({ gain: 6, fadeIn: 8 * a, fadeOut: 8 * b }, 8);
      expect(factorAt(points, 8 * t)).toBeLessThanOrEqual(factorOf(6) * (1 + 1e-12));
      expect(factorAt(points, 8 * t)).toBeGreaterThanOrEqual(0);
      if (a > 0) expect(factorAt(points, 0)).toBe(0);
      if (b > 0) expect(factorAt(points, 8)).toBe(0);
    });
    fc.assert(run);
  });
});
