import { bentItem, drawingItem, drawingsIn, groupItem, moved, type FrameItem } from '../frame';
import { IDENTITY, mapped, type Matrix, type Point } from '../geometry';
import { meshOf, placesIn, pointAt } from '../mesh';
import type { SplitContent } from './pose';
import { splitItems } from './split';

const content: SplitContent = {
  kind: 'split',
  ...{ from: { x: 10, y: 30 }, to: { x: 90, y: 30 } },
  ...{ upper: 4, lower: 20, curve: [], softness: 0.25 },
  inside: { kind: 'color', color: '#123456' },
};
const picture = drawingItem(
  'part',
  { kind: 'raster', media: 'm', width: 99, height: 60 },
  IDENTITY,
);
const split = (change: Partial<SplitContent> = {}, place: Matrix = IDENTITY) =>
  splitItems(
    { ...content, ...change },
    { id: 'part', items: [picture], place, paint: () => [picture] },
  );

type Group = Extract<FrameItem, { kind: 'group' }>;
type Bent = Extract<FrameItem, { kind: 'bent' }>;
type Shapes = Extract<FrameItem, { kind: 'shapes' }>;
const isGroup = (item: FrameItem): item is Group => item.kind === 'group';
const inside = (items = split()) => items.find(({ kind }) => kind === 'shapes') as Shapes;
/** The opening's outline as points of the artwork. */
const outline = (items = split()) => {
  const { shapes, matrix } = inside(items) as Shapes & { matrix: Matrix };
  return [...shapes[0]!.path.matchAll(/(-?[\d.e-]+) (-?[\d.e-]+)/g)].map(([, x, y]) =>
    mapped(matrix, { x: Number(x), y: Number(y) }),
  );
};
const heightAt = (points: readonly Point[], x: number) => {
  const here = points.filter((point) => Math.abs(point.x - x) < 1e-6).map(({ y }) => y - 30);
  return [Math.min(...here), Math.max(...here)];
};
/** Share of the way along the line → how far open (softness 0.25: the square root of a sine). */
const profile = (share: number) => Math.sqrt(Math.sin(Math.PI * share));

describe('the opening', () => {
  it('is shut at the ends and widest in the middle, a little wider than the sides are moved', () => {
    const points = outline();
    for (const share of [0.25, 0.5, 0.75]) {
      const [top, bottom] = heightAt(points, 10 + 80 * share);
      expect(top).toBeCloseTo(-4 * profile(share) - 0.6);
      expect(bottom).toBeCloseTo(20 * profile(share) + 0.6);
    }
    // It ends in a point: nothing sticks out at the corners.
    expect(heightAt(points, 10)).toEqual([expect.closeTo(0), expect.closeTo(0)]);
    expect(points).toHaveLength(66);
  });

  it('goes round once: along the upper side there, along the lower one back', () => {
    const xs = outline().map(({ x }) => x);
    const there = xs.slice(0, 33);
    expect(there).toEqual([...there].sort((a, b) => a - b));
    expect(xs.slice(33)).toEqual([...there].reverse());
  });

  it('follows a curve, and so do the edges of both sides', () => {
    const items = split({ curve: [0, 8, 0] });
    for (const [share, middle] of [
      [0.25, 4],
      [0.5, 8],
    ] as const) {
      const [top, bottom] = heightAt(outline(items), 10 + 80 * share);
      expect(top).toBeCloseTo(middle - 4 * profile(share) - 0.6);
      expect(bottom).toBeCloseTo(middle + 20 * profile(share) + 0.6);
    }
    const edges = items.filter(isGroup).map(({ clip }) => {
      const points = [...clip!.path.matchAll(/(-?[\d.e-]+) (-?[\d.e-]+)/g)];
      return points.find(([, x]) => Number(x) === 40)![2];
    });
    expect(edges.map(Number)).toEqual([expect.closeTo(8 - 4), expect.closeTo(8 + 20)]);
  });

  it('is rounder the softer it is', () => {
    const quarter = (softness: number) => heightAt(outline(split({ softness })), 30)[1]! - 0.6;
    expect(quarter(0)).toBeCloseTo(20 * Math.sin(Math.PI / 4) ** 0.25);
    expect(quarter(1)).toBeCloseTo(20 * Math.sin(Math.PI / 4) ** 1.25);
  });

  it('is filled with a colour, or a gradient from side to side', () => {
    expect(inside().shapes[0]!.fill).toBe('#123456');
    const seen = { kind: 'gradient', top: '#000000', bottom: '#ff0000' } as const;
    expect(inside(split({ inside: seen })).shapes[0]!.fill).toEqual({
      ...{ kind: 'linear', x1: 0, x2: 0, y1: expect.closeTo(-4), y2: expect.closeTo(20) },
      stops: [
        { offset: 0, color: '#000000' },
        { offset: 1, color: '#ff0000' },
      ],
    });
  });
});

describe('the sides', () => {
  const sideOf = (name: string, items = split()) =>
    items.filter(isGroup).find(({ id }) => id === `part/${name}`)!;
  /** Where a place of the drawing is brought by a side. */
  const brought = (name: string, x: number, y: number, items = split()) => {
    const [drawing] = drawingsIn([sideOf(name, items)]);
    const { bend, matrix } = drawing as Bent;
    const place = placesIn(bend.mesh).placeOf({ x, y })!;
    return mapped(matrix, pointAt(bend.points, place));
  };

  it('are bent by their own amounts, evenly between the edges of the opening', () => {
    const lower = (at: number) => 20 * profile(at / 32);
    const down = (name: string, at: number) => brought(name, 10 + 2.5 * at, 30).y - 30;
    expect(down('lower', 8)).toBeCloseTo(lower(8), 4);
    expect(down('lower', 8.5)).toBeCloseTo((lower(8) + lower(9)) / 2, 4);
    expect(down('upper', 8)).toBeCloseTo(-lower(8) / 5, 4);
    // As far as the edge of the drawing, and not at all beyond the ends of the line.
    expect(brought('lower', 50, 60).y).toBeCloseTo(80, 4);
    expect(brought('lower', 5, 40)).toEqual({ x: expect.closeTo(5), y: expect.closeTo(40) });
    expect(brought('upper', 97, 4)).toEqual({ x: expect.closeTo(97), y: expect.closeTo(4) });
  });

  it('are cut along the line where it has gone, and overlap where it has not moved', () => {
    for (const [name, down, moved] of [
      ['lower', 1, 20],
      ['upper', -1, -4],
    ] as const) {
      const { path, box, matrix } = sideOf(name).clip!;
      const edge = [...path.matchAll(/(-?[\d.e-]+) (-?[\d.e-]+)/g)].map(([, x, y]) =>
        mapped(matrix, { x: Number(x), y: Number(y) }),
      );
      expect(edge.find(({ x }) => Math.abs(x - 50) < 1e-9)!.y).toBeCloseTo(30 + moved);
      expect(Math.abs(down > 0 ? box.y + box.height : box.y)).toBe(1e5);
    }
    expect(sideOf('lower').clip!.path).toMatch(/^M-100000 -0.6L0 -0.6L0 0L/);
  });

  it('keep their meshes from frame to frame, wherever the part stands', () => {
    const lowerMesh = (items: FrameItem[]) =>
      (drawingsIn([sideOf('lower', items)])[0] as Bent).bend.mesh;
    const turned: Matrix = [0.6, 0.8, -0.8, 0.6, 31.7, -4.9];
    const place = split({ lower: 7 }, turned);
    expect(lowerMesh(split({ lower: 3 }))).toBe(lowerMesh(split()));
    // The test's picture does not go along with its part; in a frame it does.
    const along = splitItems(content, {
      ...{ id: 'part', place: turned, paint: () => [] },
      items: [moved(picture, turned)],
    });
    expect(lowerMesh(along)).toBe(lowerMesh(split()));
    expect(lowerMesh(place)).not.toBe(lowerMesh(split()));
  });

  it('bend what is bent already, and what is grouped', () => {
    const mesh = meshOf(
      [
        [
          { x: 0, y: 0 },
          { x: 99, y: 0 },
          { x: 99, y: 60 },
          { x: 0, y: 60 },
        ],
      ],
      [],
    );
    const bent = bentItem(
      'part',
      { ...picture, drawn: 'raster' },
      { x: 0, y: 0 },
      { mesh, points: mesh.rest },
      IDENTITY,
    );
    const items = splitItems(content, {
      ...{ id: 'part', place: IDENTITY, paint: () => [] },
      items: [groupItem('held', [bent], { opacity: 0.5, mask: [picture] })],
    });
    const [held] = sideOf('lower', items).items as Group[];
    expect([held!.opacity, held!.mask!.length]).toEqual([0.5, 1]);
    const [, inner] = drawingsIn([held!]) as Bent[];
    const middle = [...mesh.rest.keys()].filter(
      (at) => at % 2 === 0 && Math.abs(mesh.rest[at]! - 50) < 8,
    );
    expect(middle.length).toBeGreaterThan(0);
    for (const at of middle) {
      const expected = 20 * profile((mesh.rest[at]! - 10) / 80);
      expect(inner!.bend.points[at + 1]! - mesh.rest[at + 1]!).toBeCloseTo(expected, 4);
    }
  });
});

describe('the line', () => {
  /** Where the opening reaches, seen from the middle of the line. */
  const reach = (from: Point, to: Point) => {
    const items = split({ from, to });
    const { shapes, matrix } = inside(items) as Shapes & { matrix: Matrix };
    const points = [...shapes[0]!.path.matchAll(/(-?[\d.e-]+) (-?[\d.e-]+)/g)].map(([, x, y]) =>
      mapped(matrix, { x: Number(x), y: Number(y) }),
    );
    const middle = { x: (from.x + to.x) / 2, y: (from.y + to.y) / 2 };
    const [across, along] = [to.x - from.x, to.y - from.y];
    const length = Math.hypot(across, along);
    const distances = points.map(
      ({ x, y }) => ((y - middle.y) * across - (x - middle.x) * along) / length,
    );
    return [Math.min(...distances), Math.max(...distances)];
  };

  it('may lie in any direction: the lower side is the one below on the page', () => {
    expect(reach({ x: 10, y: 10 }, { x: 50, y: 40 })).toEqual([
      expect.closeTo(-4.6),
      expect.closeTo(20.6),
    ]);
    // The other way round, what lies below is on its other side.
    expect(reach({ x: 50, y: 40 }, { x: 10, y: 10 })).toEqual([
      expect.closeTo(-20.6),
      expect.closeTo(4.6),
    ]);
    expect(reach({ x: 10, y: 10 }, { x: 10, y: 60 })).toEqual([
      expect.closeTo(-4.6),
      expect.closeTo(20.6),
    ]);
  });

  it('goes where its part stands', () => {
    const items = split({}, [2, 0, 0, 2, 100, 0]);
    const points = outline(items);
    expect([Math.min(...points.map(({ x }) => x)), Math.max(...points.map(({ x }) => x))]).toEqual([
      120, 280,
    ]);
  });
});
