import fc from 'fast-check';
import { StrokePolygons, type LineStyle } from './strokePolygons';

const STYLE: LineStyle = { width: 2, cap: 'butt', join: 'miter', miterLimit: 4 };

function polygonsOf(points: readonly number[], style: Partial<LineStyle> = {}, closed = false) {
  const polygons: number[][] = [];
  const stroke = new StrokePolygons({ ...STYLE, ...style }, 0.001, (polygon) =>
    polygons.push(Array.from(polygon)),
  );
  stroke.add({ points: Float64Array.from(points), closed });
  return polygons;
}

/** Negative where a polygon turns from y towards x. */
function areaOf(polygon: readonly number[]): number {
  let twice = 0;
  for (let at = 0; at < polygon.length; at += 2) {
    const next = (at + 2) % polygon.length;
    twice += polygon[at]! * polygon[next + 1]! - polygon[next]! * polygon[at + 1]!;
  }
  return twice / 2;
}
const sum = (polygons: readonly (readonly number[])[]) =>
  -polygons.reduce((all, polygon) => all + areaOf(polygon), 0);

describe('the polygons of a line', () => {
  it('are as wide as the line', () => {
    expect(polygonsOf([0, 0, 10, 0])).toEqual([[0, 1, 10, 1, 10, -1, 0, -1]]);
    expect(sum(polygonsOf([0, 0, 3, 4], { width: 6 }))).toBeCloseTo(30);
  });
  it('end as they are told to', () => {
    const area = (cap: LineStyle['cap']) => sum(polygonsOf([0, 0, 10, 0], { cap }));
    expect(area('butt')).toBeCloseTo(20);
    expect(area('square')).toBeCloseTo(24);
    expect(area('round')).toBeCloseTo(20 + Math.PI, 2);
    const xs = polygonsOf([0, 0, 10, 0], { cap: 'round' }).flatMap((one) =>
      one.filter((_, at) => at % 2 === 0),
    );
    expect([Math.min(...xs), Math.max(...xs)]).toEqual([
      expect.closeTo(-1, 2),
      expect.closeTo(11, 2),
    ]);
  });
  it('turn corners as they are told to', () => {
    const area = (style: Partial<LineStyle>) => sum(polygonsOf([0, 0, 10, 0, 10, 10], style));
    // Both pieces, and what lies outside the corner.
    expect(area({ join: 'bevel' })).toBeCloseTo(40 + 0.5);
    expect(area({ join: 'miter' })).toBeCloseTo(40 + 1);
    expect(area({ join: 'round' })).toBeCloseTo(40 + Math.PI / 4, 2);
    // A right angle’s mitre is 1.41 as long as the line is wide.
    expect(area({ join: 'miter', miterLimit: 1.4 })).toBeCloseTo(40 + 0.5);
    expect(sum(polygonsOf([0, 0, 10, 0, 10, -10], { join: 'round' }))).toBeCloseTo(
      40 + Math.PI / 4,
      2,
    );
  });
  it('share the ends of pieces where a line hardly turns', () => {
    const [strip, ...others] = polygonsOf([0, 0, 10, 0, 20, 1]);
    expect(others).toEqual([]);
    expect(strip).toHaveLength(12);
    const [left, right] = [strip!.slice(2, 4), strip!.slice(8, 10)];
    expect(left[0]! + right[0]!).toBeCloseTo(20);
    expect(Math.hypot(left[0]! - right[0]!, left[1]! - right[1]!)).toBeCloseTo(2, 2);
  });
  it('go around closed lines without ends', () => {
    const square = [0, 0, 10, 0, 10, 10, 0, 10];
    for (const points of [square, [...square, 0, 0]]) {
      const closed = polygonsOf(points, { cap: 'round' }, true);
      expect(sum(closed)).toBeCloseTo(4 * (20 + 1));
    }
    const circle = Array.from({ length: 64 }, (_, at) => [
      10 * Math.cos((2 * Math.PI * at) / 64),
      10 * Math.sin((2 * Math.PI * at) / 64),
    ]).flat();
    expect(sum(polygonsOf(circle, {}, true)) / (2 * 2 * Math.PI * 10)).toBeCloseTo(1, 2);
    // Not one around all of it, which would leave out what lies inside.
    expect(polygonsOf(circle, {}, true).length).toBeGreaterThan(5);
  });
  it('are the ends alone of lines without length, and none of lines without width', () => {
    expect(polygonsOf([3, 3, 3, 3])).toEqual([]);
    expect(sum(polygonsOf([3, 3], { cap: 'square' }))).toBeCloseTo(4);
    expect(sum(polygonsOf([3, 3, 3, 3], { cap: 'round' }))).toBeCloseTo(Math.PI, 2);
    expect(polygonsOf([0, 0, 9, 9], { width: 0, cap: 'round' })).toEqual([]);
    expect(polygonsOf([])).toEqual([]);
  });
  it('all turn the same way and are finite, however a line turns', () => {
    const coordinate = fc.integer({ min: -20, max: 20 });
    fc.assert(
      fc.property(
        fc.array(fc.tuple(coordinate, coordinate), { minLength: 1, maxLength: 8 }),
        fc.constantFrom<LineStyle['join']>('miter', 'round', 'bevel'),
        fc.constantFrom<LineStyle['cap']>('butt', 'round', 'square'),
        fc.boolean(),
        (points, join, cap, closed) => {
          for (const polygon of polygonsOf(points.flat(), { join, cap, width: 0.5 }, closed)) {
            expect(polygon.every(Number.isFinite)).toBe(true);
            expect(areaOf(polygon)).toBeLessThan(1e-9);
          }
        },
      ),
    );
  });
});
