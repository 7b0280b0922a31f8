import fc from 'fast-check';
import { calibrate, type Pair } from './isotonic';

const unit = fc.double({ min: 0, max: 1, noNaN: true });
const pair: fc.Arbitrary<Pair> = fc.tuple(unit, fc.constantFrom(0, 1));

describe('calibrate', () => {
  it('leaves alone what is as often right as it says', () => {
    const pairs = [0.1, 0.3, 0.5, 0.9].flatMap((stated) =>
      Array.from({ length: 300 }, (_, at): Pair => [stated, at % 10 < stated * 10 ? 1 : 0]),
    );
    const { stated, right } = calibrate(pairs);
    stated.forEach((value, at) => expect(right[at]).toBeCloseTo(value, 1));
  });
  it('tells what is stated too boldly', () => {
    const pairs = Array.from({ length: 600 }, (_, at): Pair => [0.99, at % 2]);
    expect(calibrate(pairs)).toMatchObject({ right: expect.arrayContaining([0.5]) });
  });
  it('rises, and keeps the means of both', () => {
    fc.assert(
      fc.property(fc.array(pair, { minLength: 1, maxLength: 400 }), (pairs) => {
        const { stated, right } = calibrate(pairs);
        expect(stated).toHaveLength(right.length);
        for (const list of [stated, right]) {
          list.slice(1).forEach((value, at) => expect(value).toBeGreaterThanOrEqual(list[at]!));
          for (const value of list) {
            expect(value).toBeGreaterThanOrEqual(0);
            expect(value).toBeLessThanOrEqual(1);
          }
        }
        const rights = pairs.map(([, each]) => each);
        const mean = rights.reduce<number>((sum, each) => sum + each, 0) / rights.length;
        expect(right[0]).toBeLessThanOrEqual(mean + 0.001);
        expect(right.at(-1)).toBeGreaterThanOrEqual(mean - 0.001);
      }),
    );
  });
});
