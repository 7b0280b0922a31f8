import fc from 'fast-check';
import { blinksFor, closedAt, seedFrom } from './blinks';

const habit = { shortest: 2, longest: 6, doubles: 0.12 };

describe('blinksFor', () => {
  it('is the same for the same seed, and another for another', () => {
    expect(blinksFor(7, 60, habit)).toEqual(blinksFor(7, 60, habit));
    expect(blinksFor(7, 60, habit)).not.toEqual(blinksFor(8, 60, habit));
  });
  it('leaves the lids up between blinks, and lets no more than six seconds and a bit go by', () => {
    fc.assert(
      fc.property(fc.integer(), (seed) => {
        const blinks = blinksFor(seed, 120, habit);
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
    expect(blinksFor(1, 1.9, habit)).toEqual([]);
  });
});

it('brings the lids down and up again within each blink', () => {
  const [blink] = blinksFor(3, 60, habit);
  const middle = (blink!.start + blink!.end) / 2;
  expect(closedAt([blink!], middle)).toBe(1);
  for (const time of [blink!.start, blink!.end - 1e-9]) {
    expect(closedAt([blink!], time)).toBeCloseTo(0.5);
  }
  for (const time of [blink!.start - 0.01, blink!.end]) expect(closedAt([blink!], time)).toBe(0);
});

it('brings the lids down faster than up', () => {
  const blink = { start: 10, end: 10.125 };
  const at = (time: number) => closedAt([blink], 10 + time);
  expect(at(0.01)).toBeCloseTo(0.75);
  expect(at(0.02)).toBeCloseTo(1);
  expect(at(0.095)).toBeCloseTo(1);
  expect(at(0.11)).toBeCloseTo(0.75);
});

it('gives different people different seeds', () => {
  expect(seedFrom('isbel')).not.toBe(seedFrom('corrigan'));
});
