import fc from 'fast-check';
import { evenly } from '../testing/evenly';
import { BandedSolver } from './bandedSolver';
import { boundsOfPoints, placesIn, pointAt } from './bentMesh';
import { Deformation, type Hold } from './deformation';
import { meshOf, type Mesh } from './mesh';
import { isInside, outlineBounds, traceOutline, type Outline } from './outline';

const rectangle = (x: number, y: number, width: number, height: number) => [
  { x, y },
  { x: x + width, y },
  { x: x + width, y: y + height },
  { x, y: y + height },
];
const LIMB: Outline = [rectangle(0, 0, 40, 200)];
const RING: Outline = [rectangle(0, 0, 100, 100), rectangle(30, 30, 40, 40)];

const areaOf = ({ triangles }: Mesh, points: Float64Array, at: number) => {
  const [a, b, c] = [0, 1, 2].map((corner) => 2 * triangles[at + corner]!) as [
    number,
    number,
    number,
  ];
  return (
    ((points[b]! - points[a]!) * (points[c + 1]! - points[a + 1]!) -
      (points[c]! - points[a]!) * (points[b + 1]! - points[a + 1]!)) /
    2
  );
};
const areas = (mesh: Mesh, points = mesh.rest) =>
  Array.from({ length: mesh.triangles.length / 3 }, (_, at) => areaOf(mesh, points, 3 * at));
const sum = (values: readonly number[]) => values.reduce((total, value) => total + value, 0);
const hold = (x: number, y: number, toX: number, toY: number, angle = 0): Hold => ({
  ...{ cosine: Math.cos(angle), sine: Math.sin(angle), fromX: x, fromY: y, toX, toY },
});

describe('an outline', () => {
  /** Pixels of a ring: opaque between two distances from the middle. */
  const ringOf = (size: number, inner: number, outer: number) =>
    Uint8Array.from({ length: size * size }, (_, at) => {
      const away = Math.hypot((at % size) - size / 2 + 0.5, Math.floor(at / size) - size / 2 + 0.5);
      return away > inner && away < outer ? 255 : 0;
    });
  const traced = traceOutline(
    ringOf(64, 10, 25),
    { width: 64, height: 64 },
    {
      ...{ x: 100, y: 200, width: 640, height: 640 },
    },
  );
  it('goes round what is seen and round its hole, a pixel outside', () => {
    expect(traced).toHaveLength(2);
    const { x, y, width, height } = outlineBounds(traced);
    expect([x, y].map((value, at) => value - [100, 200][at]!)).toEqual([
      expect.closeTo(10 * (32 - 26), -1.2),
      expect.closeTo(10 * (32 - 26), -1.2),
    ]);
    expect([width, height]).toEqual([expect.closeTo(520, -1.2), expect.closeTo(520, -1.2)]);
  });
  it('tells inside from outside, holes included', () => {
    const at = (across: number) => isInside(traced, { x: 420 + 10 * across, y: 520 });
    expect([at(0), at(8), at(12), at(20), at(24), at(28)]).toEqual([
      ...[false, false, true, true, true, false],
    ]);
  });
  it('of nothing is nothing, and specks are passed over', () => {
    const box = { x: 0, y: 0, width: 8, height: 8 };
    expect(traceOutline(new Uint8Array(64), { width: 8, height: 8 }, box)).toEqual([]);
    expect(outlineBounds([])).toEqual({ x: 0, y: 0, width: 0, height: 0 });
  });
  it('has few corners where it is straight', () => {
    const square = new Uint8Array(32 * 32).fill(255);
    const [ring] = traceOutline(
      square,
      { width: 32, height: 32 },
      {
        ...{ x: 0, y: 0, width: 32, height: 32 },
      },
    );
    expect(ring!.length).toBeLessThan(14);
  });
});

describe('a mesh', () => {
  it.each([
    ['a limb', LIMB, 8000],
    ['a ring', RING, 8400],
  ] as const)(
    'covers %s, its holes left open, and no triangle is turned over',
    (_, outline, area) => {
      const mesh = meshOf(outline, []);
      const all = areas(mesh);
      expect(sum(all.map(Math.abs))).toBeCloseTo(area, -1);
      expect(new Set(all.map(Math.sign)).size).toBe(1);
      expect(mesh.links).toEqual([]);
      expect(mesh.rest.length / 2).toBeGreaterThan(60);
      expect(mesh.rest.length / 2).toBeLessThan(220);
    },
  );
  it('has the points that were asked for as vertices, the same where they are the same', () => {
    const pins = [
      { x: 11.5, y: 33 },
      { x: 90, y: 40 },
      { x: 11.5, y: 33 },
    ];
    const { rest, pinned } = meshOf(LIMB, pins);
    pinned.forEach((vertex, at) => {
      expect([rest[2 * vertex], rest[2 * vertex + 1]]).toEqual([pins[at]!.x, pins[at]!.y]);
    });
    expect(pinned[2]).toBe(pinned[0]);
  });
  it('holds pieces together that no triangle joins', () => {
    const mesh = meshOf([rectangle(0, 0, 40, 40), rectangle(100, 0, 40, 40)], []);
    expect(mesh.links).toHaveLength(2);
    const [solved] = [
      new Deformation(mesh, [[0]]).solve([hold(mesh.rest[0]!, mesh.rest[1]!, 10, 5)]),
    ];
    for (let at = 0; at < solved!.length; at += 2) {
      expect(solved![at]).toBeCloseTo(mesh.rest[at]! - mesh.rest[0]! + 10, 6);
    }
  });
  it('is made of the thinnest and the smallest outlines without failing', () => {
    const side = evenly(0.01, 500);
    fc.assert(
      fc.property(side, side, (width, height) => {
        const mesh = meshOf([rectangle(3, 4, width, height)], [{ x: 3, y: 4 }]);
        expect([...mesh.rest].every(Number.isFinite)).toBe(true);
        const moved = new Deformation(mesh, [[mesh.pinned[0]!]]).solve([hold(3, 4, 9, 9)]);
        expect([...moved].every(Number.isFinite)).toBe(true);
      }),
      { numRuns: 40 },
    );
  });
});

describe('places in a mesh', () => {
  const mesh = meshOf(RING, []);
  const inside = evenly(-20, 120);
  it('are where they were asked for, inside, in holes and outside', () => {
    fc.assert(
      fc.property(inside, inside, (x, y) => {
        const at = pointAt(mesh.rest, placesIn(mesh).placeOf({ x, y })!);
        expect(at.x).toBeCloseTo(x, 6);
        expect(at.y).toBeCloseTo(y, 6);
      }),
    );
  });
  it('inside lie in a triangle', () => {
    const { shares } = placesIn(mesh).placeOf({ x: 12, y: 80 })!;
    expect(Math.min(...shares)).toBeGreaterThanOrEqual(-1e-9);
    expect(sum([...shares])).toBeCloseTo(1);
  });
  it('are nowhere where there are no triangles', () => {
    expect(placesIn(meshOf([], [])).placeOf({ x: 0, y: 0 })).toBeNull();
    expect(boundsOfPoints(new Float64Array())).toEqual({ x: 0, y: 0, width: 0, height: 0 });
  });
});

describe('a deformation', () => {
  const ends = [
    { x: 20, y: 5 },
    { x: 20, y: 195 },
  ];
  const mesh = meshOf(LIMB, ends);
  const deformation = new Deformation(
    mesh,
    mesh.pinned.map((vertex) => [vertex]),
  );
  it('goes along exactly where all holds move as one', () => {
    const [c, s] = [Math.cos(0.7), Math.sin(0.7)];
    const to = (x: number, y: number) => ({ x: 30 + c * x - s * y, y: 8 + s * x + c * y });
    const holds = ends.map(({ x, y }) => hold(x, y, to(x, y).x, to(x, y).y, 0.7));
    const points = deformation.solve(holds);
    for (let at = 0; at < points.length; at += 2) {
      const { x, y } = to(mesh.rest[at]!, mesh.rest[at + 1]!);
      expect(points[at]).toBeCloseTo(x, 6);
      expect(points[at + 1]).toBeCloseTo(y, 6);
    }
  });
  it('keeps held points where they are put, and the area about as it was, for an arm that bends by a right angle', () => {
    const moved = deformation.solve([hold(20, 5, 20, 5), hold(20, 195, 130, 110, -Math.PI / 2)]);
    const [first, last] = mesh.pinned as [number, number];
    expect([moved[2 * first], moved[2 * first + 1]]).toEqual([20, 5]);
    expect([moved[2 * last], moved[2 * last + 1]]).toEqual([130, 110]);
    const [before, after] = [areas(mesh), areas(mesh, moved)];
    expect(sum(after) / sum(before)).toBeGreaterThan(0.8);
    expect(sum(after) / sum(before)).toBeLessThan(1.25);
    const turnedOver = after.filter((area, at) => Math.sign(area) !== Math.sign(before[at]!));
    expect(turnedOver.length).toBeLessThanOrEqual(after.length * 0.02);
  });
  it('stays finite and comes back, however far a point is dragged', () => {
    const far = evenly(-1e5, 1e5);
    fc.assert(
      fc.property(far, far, (x, y) => {
        const dragged = deformation.solve([hold(20, 5, 20, 5), hold(20, 195, x, y)]);
        expect([...dragged].every(Number.isFinite)).toBe(true);
        const back = deformation.solve([hold(20, 5, 20, 5), hold(20, 195, 20, 195)]);
        for (let at = 0; at < back.length; at++) expect(back[at]).toBeCloseTo(mesh.rest[at]!, 6);
      }),
      { numRuns: 30 },
    );
  });
  it('shares vertices among holds so that all shares make one, and each hold has itself', () => {
    const [one, other] = [deformation.sharesOf(0), deformation.sharesOf(1)];
    for (let at = 0; at < one.length; at++) expect(one[at]! + other[at]!).toBeCloseTo(1);
    expect([one[mesh.pinned[0]!], one[mesh.pinned[1]!]]).toEqual([1, 0]);
  });
  it('stays as drawn where nothing holds it', () => {
    expect([...new Deformation(mesh, []).solve([])]).toEqual([...mesh.rest]);
  });
});

describe('a banded solver', () => {
  it('solves what it was made for', () => {
    const value = evenly(-1, 1);
    fc.assert(
      fc.property(fc.array(value, { minLength: 6, maxLength: 30 }), (values) => {
        const size = values.length;
        // Diagonally dominant, so positive definite, with up to five places beside the diagonal.
        const width = size % 6;
        const entries = values.flatMap((off, row): [number, number, number][] => [
          [row, row, 12],
          ...Array.from({ length: Math.min(row, width) }, (_, at): [number, number, number] => [
            ...([row, row - 1 - at, off / (at + 1)] as const),
          ]),
        ]);
        const solver = new BandedSolver(size, entries);
        const x = Float64Array.from({ length: 2 * size }, (_, at) => Math.sin(at));
        const b = new Float64Array(2 * size);
        for (const [row, column, entry] of entries) {
          for (const side of [0, 1]) {
            b[2 * row + side]! += entry * x[2 * column + side]!;
            if (row !== column) b[2 * column + side]! += entry * x[2 * row + side]!;
          }
        }
        // Another one in between, as all solve in one place.
        for (const last of [false, true]) {
          const found = b.slice();
          solver.solve(found);
          found.forEach((value, at) => expect(value).toBeCloseTo(x[at]!, 9));
          const other = Float64Array.of(6, 9);
          if (!last) new BandedSolver(1, [[0, 0, 3]]).solve(other);
          if (!last) expect([...other]).toEqual([expect.closeTo(2), expect.closeTo(3)]);
        }
      }),
    );
  });
  it('refuses what is not positive definite', () => {
    expect(
      () =>
        new BandedSolver(2, [
          [0, 0, 1],
          [1, 1, 0],
        ]),
    ).toThrow('positive definite');
  });
});
