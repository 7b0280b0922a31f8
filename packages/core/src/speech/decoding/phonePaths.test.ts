import fc from 'fast-check';
import { NONE, PhonePaths } from './phonePaths';

describe('PhonePaths', () => {
  it('gives the phones of a path between two frames', () => {
    const paths = new PhonePaths();
    const first = paths.add(NONE, 7, 0);
    const second = paths.add(first, 8, 4);
    const other = paths.add(first, 9, 2);
    expect([...paths.between(second, 2, 7)]).toEqual([7, 7, 8, 8, 8]);
    expect([...paths.between(other, 0, 3)]).toEqual([7, 7, 9]);
    expect([...paths.between(second, 5, 5)]).toEqual([]);
  });

  it('says the same after forgetting what no path needs', () => {
    const step = fc.tuple(fc.nat({ max: 400 }), fc.nat({ max: 44 }));
    fc.assert(
      fc.property(
        fc.array(step, { minLength: 1, maxLength: 60 }),
        fc.nat({ max: 60 }),
        (steps, since) => {
          const paths = new PhonePaths();
          const ends = [paths.add(NONE, 0, 0)];
          steps.forEach(([from, phone], at) => {
            // Whoever goes on from an end begins later than it.
            ends.push(paths.add(ends[from % ends.length]!, phone, at + 1));
          });
          const alive = Int32Array.from(ends.slice(-3));
          const end = steps.length + 2;
          const before = [...alive].map((path) => [...paths.between(path, since, end)]);
          const count = paths.count;
          paths.keepOnly(alive, since);
          expect(paths.count).toBeLessThanOrEqual(count);
          expect([...alive].map((path) => [...paths.between(path, since, end)])).toEqual(before);
        },
      ),
    );
  });
});
