import fc from 'fast-check';
import type { Viseme } from '../speech/visemes';
import { testTrack } from '../testing/testTrack';
import { targetOf } from './articulation';
import { coarticulate } from './coarticulation';
import { DEFAULT_FIT } from './fitSettings';

describe('coarticulate', () => {
  it('reaches the target in the middle of a long sound', () => {
    for (const viseme of [1, 2, 12, 13, 14] as Viseme[]) {
      const shape = coarticulate(testTrack([10, 0.4], [viseme, 0.5], [10, 0.4]), DEFAULT_FIT)(0.65);
      const target = targetOf(viseme);
      expect(shape.round).toBeCloseTo(target.round, 1);
      expect(shape.press).toBeCloseTo(target.press, 1);
    }
  });

  it('rounds the lips of a t before oo, and not of one before ee', () => {
    const rounding = (vowel: Viseme) =>
      coarticulate(testTrack([vowel, 0.2], [4, 0.06], [vowel, 0.2]), DEFAULT_FIT)(0.23).round;
    expect(rounding(14)).toBeGreaterThan(rounding(12) + 0.25);
  });

  it('shuts the lips on a short m between open vowels', () => {
    const shape = coarticulate(testTrack([10, 0.3], [1, 0.05], [10, 0.3]), DEFAULT_FIT)(0.325);
    expect(shape.jaw).toBeLessThan(0.2);
    expect(shape.press).toBeGreaterThan(0.8);
  });

  it('moves less when smoothed more, and further when stronger', () => {
    const track = testTrack([10, 0.1], [12, 0.1], [10, 0.1], [12, 0.1], [10, 0.1]);
    const range = (change: object) => {
      const shape = coarticulate(track, { ...DEFAULT_FIT, ...change });
      const widths = Array.from({ length: 30 }, (_, index) => shape(0.1 + index / 100).width);
      return Math.max(...widths) - Math.min(...widths);
    };
    expect(range({ smooth: 1 })).toBeLessThan(range({ smooth: 0 }));
    expect(range({ strength: 0.5 })).toBeLessThan(range({ strength: 1 }));
  });

  it('stays within its limits and never jumps, whatever is said', () => {
    const sound = fc.tuple(fc.integer({ min: 0, max: 14 }), fc.integer({ min: 3, max: 40 }));
    fc.assert(
      fc.property(fc.array(sound, { minLength: 1, maxLength: 12 }), (sounds) => {
        const track = testTrack(
          ...sounds.map(([v, length]) => [v as Viseme, length / 100] as const),
        );
        const shape = coarticulate(track, { ...DEFAULT_FIT, strength: 2 });
        const shapes: number[][] = [];
        for (let time = 0; time < track.duration; time += 0.005) {
          shapes.push(Object.values(shape(time)));
        }
        expect(Math.min(...shapes.flat())).toBeGreaterThanOrEqual(0);
        expect(Math.max(...shapes.flat())).toBeLessThanOrEqual(1);
        const jumps = shapes
          .slice(1)
          .flatMap((next, at) => next.map((value, which) => Math.abs(value - shapes[at]![which]!)));
        expect(Math.max(0, ...jumps)).toBeLessThan(0.7);
      }),
      { numRuns: 20 },
    );
  });
});
