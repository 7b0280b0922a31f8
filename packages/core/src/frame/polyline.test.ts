import { pathBounds } from '../geometry';
import { polylinesOf, type Polyline } from './polyline';

const FINE = { tolerance: 0.01, longest: 1000 };

function boundsOf(lines: readonly Polyline[]) {
  const xs = lines.flatMap(({ points }) => [...points].filter((_, at) => at % 2 === 0));
  const ys = lines.flatMap(({ points }) => [...points].filter((_, at) => at % 2 === 1));
  const [x, y] = [Math.min(...xs), Math.min(...ys)];
  return { x, y, width: Math.max(...xs) - x, height: Math.max(...ys) - y };
}
const pointsOf = (lines: readonly Polyline[]) => lines.map(({ points }) => [...points]);

describe('the lines of a path', () => {
  it.each([
    'M10 10H90V30H10Z',
    'M10 20C40 0 60 40 90 20',
    'M10 20Q50 0 90 20T95 30',
    'M20 20A10 8 0 1 0 60 20Z',
    'm10 10l5 5h20v-9s10 10 20 0z',
  ])('reach as far as the path: %s', (path) => {
    const [lines, whole] = [boundsOf(polylinesOf(path, FINE)), pathBounds(path)];
    for (const side of ['x', 'y', 'width', 'height'] as const) {
      expect(lines[side]).toBeCloseTo(whole[side], 1);
    }
  });
  it('stay within the tolerance of a curve, with no more lines than that needs', () => {
    // A quarter of a circle, to within 0.03 %.
    const path = 'M100 0C100 55.2285 55.2285 100 0 100';
    for (const tolerance of [2, 0.1, 0.01]) {
      const [{ points }] = polylinesOf(path, { tolerance, longest: 1000 }) as [Polyline];
      for (let at = 2; at < points.length; at += 2) {
        const x = (points[at]! + points[at - 2]!) / 2;
        const y = (points[at + 1]! + points[at - 1]!) / 2;
        expect(100 - Math.hypot(x, y)).toBeLessThan(tolerance + 0.03);
      }
      const needed = Math.PI / 2 / (2 * Math.acos(1 - tolerance / 100));
      expect(points.length / 2 - 1).toBeLessThan(2 * needed + 1);
    }
  });
  it('are no longer than they may be', () => {
    const [line] = polylinesOf('M0 0H10', { tolerance: 1, longest: 4 });
    expect(line!.points.length / 2).toBe(4);
    expect(pointsOf([line!])[0]!.at(-2)).toBe(10);
  });
  it('are one list for each subpath; after a closed one the next begins at its start', () => {
    const lines = polylinesOf('M1 1H5V5ZL9 1M20 20L30 20', FINE);
    expect(lines.map(({ closed }) => closed)).toEqual([true, false, false]);
    expect(pointsOf(lines)).toEqual([
      [1, 1, 5, 1, 5, 5, 1, 1],
      [1, 1, 9, 1],
      [20, 20, 30, 20],
    ]);
  });
});
