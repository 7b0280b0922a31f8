import fc from 'fast-check';
import { boundaryErrors } from './boundaries';
import type { Label } from './boundaries';
import { Score } from './scoring';

const labels = (...parts: [viseme: number, seconds: number][]): Label[] => {
  let at = 0;
  return parts.map(([viseme, seconds]) => ({ viseme, start: at, end: (at += seconds) }));
};
const measure = (reference: Label[], heard: Label[]) => {
  const score = new Score();
  score.add(reference, heard as Parameters<Score['add']>[1]);
  return score.measures;
};

describe('Score', () => {
  const said = labels([0, 0.2], [10, 0.3], [1, 0.1], [12, 0.2], [0, 0.2]);
  it('is full for the same', () => {
    const part = fc.tuple(fc.integer({ min: 0, max: 14 }), fc.integer({ min: 1, max: 30 }));
    fc.assert(
      fc.property(fc.array(part, { minLength: 1, maxLength: 9 }), (parts) => {
        const same = labels(...parts.map(([v, length]): [number, number] => [v, length / 100]));
        const { frame, tol20, bilR } = measure(same, same);
        expect(frame).toBe(100);
        // There may be no speech, and no closure.
        for (const value of [tol20, bilR]) expect(Number.isNaN(value) || value === 100).toBe(true);
      }),
    );
  });
  it('lets a sound be early or late by 20 ms, and no more', () => {
    const shifted = (by: number) =>
      said.map((label) => ({ ...label, start: label.start + by, end: label.end + by }));
    expect(measure(said, shifted(0.02)).tol20).toBe(100);
    expect(measure(said, shifted(0.02)).frame).toBeLessThan(95);
    expect(measure(said, shifted(0.04)).tol20).toBeLessThan(100);
  });
  it('counts closures that were missed and claimed', () => {
    const without = labels([0, 0.2], [10, 0.6], [0, 0.2]);
    const elsewhere = labels([1, 0.1], [0, 0.1], [10, 0.6], [0, 0.2]);
    expect(measure(said, without).bilR).toBe(0);
    expect(measure(said, elsewhere)).toMatchObject({ bilR: 0, bilP: 0 });
  });
  it('measures boundaries between sounds that were both heard', () => {
    const late = labels([0, 0.21], [10, 0.3], [1, 0.1], [12, 0.23], [0, 0.16]);
    const score = new Score();
    score.add(said, late as Parameters<Score['add']>[1]);
    expect(score.boundaryErrors!.median).toBeCloseTo(10);
    expect(score.boundaryErrors!.p95).toBeCloseTo(40);
    // One sound too many in the midst: its boundaries don't count, the others do.
    const { errors, boundaries } = boundaryErrors(
      said,
      labels([0, 0.2], [10, 0.1], [7, 0.1], [10, 0.1], [1, 0.1], [12, 0.2], [0, 0.2]),
    );
    expect([errors.length, boundaries]).toEqual([3, 4]);
    expect(Math.max(...errors)).toBeCloseTo(0);
  });
  it('tells speech from silence', () => {
    expect(measure(said, labels([0, 1])).sil).toBeCloseTo(40, 0);
  });
});
