import fc from 'fast-check';
import { evenly } from '../../testing/evenly';
import { BEAM, Beam } from './beam';

const CONTEXTS = 500;
const all = (beam: Beam) =>
  Array.from({ length: beam.count }, (_, at) => ({
    context: beam.contexts[at]!,
    lasted: beam.lasted[at]!,
    score: beam.scores[at]!,
    chain: beam.chains[at]!,
  }));

describe('Beam', () => {
  it('keeps the best path of each context, once begun and once lasted', () => {
    const beam = new Beam(CONTEXTS);
    expect(beam.place(3, 0, -5)).toBe(0);
    expect(beam.place(3, 1, -6)).toBe(1);
    expect(beam.place(3, 0, -7)).toBeNull();
    expect(beam.place(3, 0, -4)).toBe(0);
    expect(all(beam).map(({ score }) => score)).toEqual([-4, -6]);
  });
  it('tells the likeliest path whose phone has lasted', () => {
    const beam = new Beam(CONTEXTS);
    beam.place(1, 0, 0);
    beam.place(2, 1, -3);
    beam.place(3, 1, -2);
    expect(beam.contexts[beam.best()]).toBe(3);
  });
  it('gives up what is too unlikely or too much, and forgets no place', () => {
    const path = fc.record({
      context: fc.nat({ max: CONTEXTS - 1 }),
      lasted: fc.constantFrom(0 as const, 1 as const),
      score: evenly(-2 * BEAM, 0),
    });
    fc.assert(
      fc.property(fc.array(path, { minLength: 1, maxLength: 600 }), (paths) => {
        const beam = new Beam(CONTEXTS);
        const best = new Map<string, number>();
        for (const { context, lasted, score } of paths) {
          const at = beam.place(context, lasted, score);
          if (at !== null) beam.chains[at] = context;
          const key = `${context} ${lasted}`;
          best.set(key, Math.max(best.get(key) ?? -Infinity, score));
        }
        const most = Math.max(...best.values());
        beam.prune(most);
        const wanted = [...best.values()]
          .filter((score) => score >= most - BEAM)
          .sort((a, b) => b - a)
          .slice(0, 200);
        const kept = all(beam);
        expect(kept.map(({ score }) => score + most).sort((a, b) => b - a)).toEqual(
          wanted.map((score) => expect.closeTo(score, 9)),
        );
        for (const { context, chain } of kept) expect(chain).toBe(context);
        // Used again, every place is free.
        beam.count = 0;
        expect(beam.place(paths[0]!.context, paths[0]!.lasted, -BEAM)).toBe(0);
      }),
      { numRuns: 50 },
    );
  });
});
