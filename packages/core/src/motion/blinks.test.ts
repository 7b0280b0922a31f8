import fc from 'fast-check';
import { blinksFor, seedFrom } from './blinks';

describe('blinksFor', () => {
  it('is the same for the same seed, and another for another', () => {
    expect(blinksFor(7, 60)).toEqual(blinksFor(7, 60));
    expect(blinksFor(7, 60)).not.toEqual(blinksFor(8, 60));
  });
  it('leaves the lids up between blinks, and lets no more than six seconds and a bit go by', () => {
    fc.assert(
      fc.property(fc.integer(), (seed) => {
        const blinks = blinksFor(seed, 120);
        let before = 0;
        for (const { start, end } of blinks) {
          expect(start).toBeGreaterThan(before);
          expect(start - before).toBeLessThan(6.5);
          before = end;
        }
        expect(120 - before).toBeLessThan(6.5);
      }),
    );
  });
  it('has none in a scene too short for one', () => {
    expect(blinksFor(1, 1.9)).toEqual([]);
  });
});

it('gives different people different seeds', () => {
  expect(seedFrom('isbel')).not.toBe(seedFrom('corrigan'));
});
