import { gridPoints, weightAt, FULL_WEIGHT } from './softRegion';
import { brushed, filled, mirroredWeights, normalised } from './weightEdits';

const box = { x: 10, y: 20, width: 100, height: 50 };
const empty = { columns: 11, rows: 6, weights: new Array<number>(66).fill(0) };
const brush = { radius: 25, strength: 1, falloff: 0.5 };
const middle = { x: 60, y: 45 };

describe('weights', () => {
  it('are mixed between the points of their grid, and go on beyond its edge', () => {
    const grid = { columns: 2, rows: 2, weights: [0, 255, 0, 255] };
    const at = (x: number) => weightAt(grid, box, { x, y: 30 });
    expect([at(10), at(60), at(110), at(500), at(-500)]).toEqual([0, 0.5, 1, 1, 0]);
    expect(gridPoints(grid, box).at(-1)).toEqual({ x: 110, y: 70 });
  });
  it('are added by a brush: all in its middle, less to its edge, nothing beyond', () => {
    const painted = brushed(empty, box, middle, { ...brush, mode: 'add' });
    const at = (x: number) => weightAt(painted, box, { x, y: 40 });
    expect(at(60)).toBeGreaterThan(0.9);
    expect(at(80)).toBeLessThan(at(60));
    expect(at(80)).toBeGreaterThan(0);
    expect(at(95)).toBe(0);
    const taken = brushed(painted, box, middle, { ...brush, mode: 'take' });
    expect(Math.max(...taken.weights)).toBeLessThan(FULL_WEIGHT / 2);
  });
  it('are evened out by smoothing', () => {
    const spiky = { ...empty, weights: empty.weights.map((_, at) => (at % 2) * FULL_WEIGHT) };
    const even = brushed(spiky, box, middle, {
      ...brush,
      mode: 'smooth',
      radius: 500,
      falloff: 0.1,
    });
    const spread = (weights: readonly number[]) => Math.max(...weights) - Math.min(...weights);
    expect(spread(even.weights)).toBeLessThan(spread(spiky.weights) / 2);
  });
  it('are filled, mirrored, and together make no more than one', () => {
    expect(new Set(filled(empty, 0.5).weights)).toEqual(new Set([128]));
    const left = { columns: 4, rows: 1 + 1, weights: [9, 5, 0, 0, 8, 6, 0, 0] };
    expect(mirroredWeights(left).weights).toEqual([9, 5, 5, 9, 8, 6, 6, 8]);
    const [one, other] = normalised([filled(empty, 1), filled(empty, 0.5)]);
    expect(one!.weights[0]! + other!.weights[0]!).toBeLessThanOrEqual(FULL_WEIGHT);
    expect(one!.weights[0]! / other!.weights[0]!).toBeCloseTo(2, 1);
    expect(normalised([filled(empty, 0.2)])[0]!.weights[0]).toBe(51);
  });
});
