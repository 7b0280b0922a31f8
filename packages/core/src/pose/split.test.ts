import { drawingItem, drawingsIn, type FrameItem } from '../frame';
import { IDENTITY, mapped, pathBounds, type Matrix, type Point } from '../geometry';
import type { SplitContent } from './pose';
import { splitItems } from './split';

const content: SplitContent = {
  kind: 'split',
  ...{ from: { x: 10, y: 30 }, to: { x: 90, y: 30 } },
  ...{ upper: 4, lower: 20, softness: 0.25 },
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
type Shapes = Extract<FrameItem, { kind: 'shapes' }>;
const isGroup = (item: FrameItem): item is Group => item.kind === 'group';
const slices = (side: string, items = split()) =>
  items.filter(isGroup).filter(({ id }) => id.startsWith(`part/${side} `));
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
    expect(heightAt(points, 10)).toEqual([expect.closeTo(-0.6), expect.closeTo(0.6)]);
    expect(points).toHaveLength(66);
  });

  it('goes round once: along the upper side there, along the lower one back', () => {
    const xs = outline().map(({ x }) => x);
    const there = xs.slice(0, 33);
    expect(there).toEqual([...there].sort((a, b) => a - b));
    expect(xs.slice(33)).toEqual([...there].reverse());
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
  it('are slices from end to end, and all that lies beyond them', () => {
    for (const [side, down] of [
      ['lower', 1],
      ['upper', -1],
    ] as const) {
      const found = slices(side);
      expect(found.map(({ id }) => id)).toEqual(
        Array.from({ length: 34 }, (_, at) => `part/${side} ${at}`),
      );
      found.slice(1, -1).forEach(({ clip }, at) => {
        const { x, y, width, height } = clip!.box;
        expect([x, width]).toEqual([expect.closeTo(2.5 * at - 0.6), expect.closeTo(2.5 + 1.2)]);
        expect([y, y + height]).toEqual(down === 1 ? [0, 1e5] : [-1e5, 0]);
        expect(pathBounds(clip!.path)).toEqual({
          ...{ x: expect.closeTo(x), y: expect.closeTo(y) },
          ...{ width: expect.closeTo(width), height: expect.closeTo(height) },
        });
      });
      expect(found[0]!.clip!.box.x).toBeLessThan(-9e4);
      const { x, width } = found.at(-1)!.clip!.box;
      expect(x + width).toBeGreaterThan(9e4);
    }
  });

  it('are moved by their own amounts, evenly between the edges of a slice', () => {
    const brought = (side: string, slice: number, x: number) =>
      mapped(drawingsIn(slices(side)[slice]!.items)[0]!.matrix, { x, y: 30 }).y - 30;
    const lower = (at: number) => 20 * profile(at / 32);
    expect(brought('lower', 9, 10 + 8 * 2.5)).toBeCloseTo(lower(8));
    expect(brought('lower', 9, 10 + 9 * 2.5)).toBeCloseTo(lower(9));
    expect(brought('lower', 9, 10 + 8.5 * 2.5)).toBeCloseTo((lower(8) + lower(9)) / 2);
    expect(brought('upper', 9, 10 + 8 * 2.5)).toBeCloseTo(-lower(8) / 5);
    expect([brought('lower', 0, -500), brought('lower', 33, 900)]).toEqual([0, 0]);
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
