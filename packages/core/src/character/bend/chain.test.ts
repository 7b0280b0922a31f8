import fc from 'fast-check';
import { evenly } from '../../testing/evenly';
import { distance, type Point } from '../../geometry';
import { reaching, type Chain } from './chain';

const chainOf = (points: readonly Point[], change: Partial<Chain> = {}): Chain => ({
  lengths: points.slice(1).map((to, at) => distance(points[at]!, to)),
  points,
  drawn: distance(points[0]!, points.at(-1)!),
  ...{ side: 1, limits: null },
  ...change,
});
const ARM = [
  { x: 0, y: 0 },
  { x: 30, y: 60 },
  { x: 0, y: 110 },
];
const NECK = [0, 1, 2, 3, 4].map((at) => ({ x: 3 * (at % 2), y: -40 * at }));
const lengthsOf = (points: readonly Point[]) =>
  points.slice(1).map((to, at) => distance(points[at]!, to));
const far = evenly(-1000, 1000);

describe.each([
  ['one splint', ARM.slice(0, 2)],
  ['two splints', ARM],
  ['four splints', NECK],
] as const)('a chain of %s', (_, points) => {
  const chain = chainOf(points);
  const whole = chain.lengths.reduce((sum, length) => sum + length, 0);
  it('keeps its root and the lengths of its splints, wherever it is to reach', () => {
    fc.assert(
      fc.property(far, far, (x, y) => {
        const reached = reaching(chain, { x, y });
        expect(reached[0]).toEqual(points[0]);
        lengthsOf(reached).forEach((length, at) => {
          expect(length / chain.lengths[at]!).toBeCloseTo(1, 2);
        });
      }),
    );
  });
  it('points to what it can’t reach', () => {
    const [root] = points;
    const reached = reaching(chain, { x: root!.x + 9000, y: root!.y }).at(-1)!;
    expect(reached.x - root!.x).toBeGreaterThan(0.99 * whole);
    expect(Math.abs(reached.y - root!.y)).toBeLessThan(0.02 * whole);
  });
});

describe('an arm', () => {
  const reachable = fc.tuple(evenly(0.25, 0.95), evenly(-Math.PI, Math.PI));
  const whole = lengthsOf(ARM).reduce((sum, length) => sum + length, 0);
  const elbowSide = ([root, elbow, end]: readonly Point[]) =>
    Math.sign(
      (end!.x - root!.x) * (elbow!.y - root!.y) - (end!.y - root!.y) * (elbow!.x - root!.x),
    );
  it('reaches what is near enough, bent to its side', () => {
    fc.assert(
      fc.property(reachable, fc.constantFrom(1, -1), ([share, angle], side) => {
        const target = { x: share * whole * Math.cos(angle), y: share * whole * Math.sin(angle) };
        const reached = reaching(chainOf(ARM, { side }), target);
        expect(distance(reached[2]!, target)).toBeLessThan(1e-6);
        expect(elbowSide(reached)).toBe(side);
      }),
    );
  });
  it('bends no further than it may', () => {
    const limits = [Math.PI / 2, Math.PI] as const;
    const [root, elbow, end] = reaching(chainOf(ARM, { limits }), { x: 1, y: 1 });
    const [a, b, c] = [distance(root!, elbow!), distance(elbow!, end!), distance(root!, end!)];
    expect(Math.acos((a * a + b * b - c * c) / (2 * a * b))).toBeCloseTo(Math.PI / 2, 4);
  });
});

it('a straight leg gives a little before its knee is thrown aside', () => {
  const leg = chainOf([
    { x: 0, y: 0 },
    { x: 0, y: 50 },
    { x: 0, y: 100 },
  ]);
  const [, knee, foot] = reaching(leg, { x: 0, y: 97 });
  expect(foot!.y).toBeCloseTo(97, 1);
  expect(Math.abs(knee!.x)).toBeLessThan(2);
  const [, bent] = reaching(leg, { x: 0, y: 70 });
  expect(Math.abs(bent!.x)).toBeGreaterThan(20);
});

it('a neck goes where it is drawn by four points', () => {
  const end = reaching(chainOf(NECK), { x: 80, y: -110 }).at(-1)!;
  expect(distance(end, { x: 80, y: -110 })).toBeLessThan(1);
});
