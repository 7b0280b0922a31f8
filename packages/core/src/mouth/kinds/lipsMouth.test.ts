import type { VectorShape } from '../../frame';
import { pathBounds, type Box } from '../../geometry';
import type { ShapesContent } from '../../pose';
import { targetOf, type Articulation } from '../articulation';
import { lipsFrom, lipsMouthPose, type LipsMouth } from './lipsMouth';

const SPAN = 80;
const MIDDLE = { x: 50, y: 30 };
const LIPS = lipsFrom(
  { part: 'face', replaces: false },
  { x: 10, y: 30 },
  { x: 90, y: 30 },
  { x: 50, y: 46 },
);
const ease: Articulation = {
  ...targetOf(0),
  jaw: 0,
  width: 0.5,
  round: 0,
  press: 0,
  teeth: 0,
  tongue: 0,
};

function drawn(articulation: Partial<Articulation> = {}, change: Partial<LipsMouth> = {}) {
  const state = { drawing: '', articulation: { ...ease, ...articulation } };
  const mouth = { ...LIPS, ...change };
  const content = lipsMouthPose(mouth, state).get('face')!.content as ShapesContent;
  const [upper, lower, seam] = content.shapes as [VectorShape, VectorShape, VectorShape?];
  const inside = content.opening?.shapes ?? [];
  const bounds = (shape: VectorShape) => edges(pathBounds(shape.path));
  return {
    upper,
    lower,
    seam,
    opening: content.opening && edges(pathBounds(content.opening.path)),
    openingPath: content.opening?.path ?? '',
    tongue: inside.filter(({ fill }) => fill === mouth.tongueColor).map(bounds),
    teeth: inside.filter(({ fill }) => fill === '#fffaf0').map(bounds),
    teethPaths: inside.filter(({ fill }) => fill === '#fffaf0').map(({ path }) => path),
  };
}
const edges = ({ x, y, width, height }: Box) => ({
  left: x,
  top: y,
  right: x + width,
  bottom: y + height,
});
const boundsOf = ({ path }: VectorShape) => edges(pathBounds(path));
const numbersIn = (path: string) => (path.match(/-?\d+(\.\d+)?(e-?\d+)?/g) ?? []).map(Number);

describe('the corners', () => {
  it('part with the width and come together with rounding, by the amounts that are set', () => {
    const half = (articulation: Partial<Articulation>, change = {}) => {
      const { left, right } = drawn({ jaw: 1, ...articulation }, change).opening!;
      return (right - left) / 2;
    };
    expect(half({})).toBeCloseTo(40);
    expect(half({ width: 1 })).toBeCloseTo(40 * 1.16);
    expect(half({ width: 0 })).toBeCloseTo(40 * 0.84);
    expect(half({ width: 1 }, { widening: 0.5 })).toBeCloseTo(40 * 1.08);
    expect(half({ width: 1 }, { widening: 2 })).toBeCloseTo(40 * 1.32);
    expect(half({ round: 0.5 })).toBeCloseTo(40 * 0.79);
    expect(half({ round: 0.5 }, { rounding: 0.5 })).toBeCloseTo(40 * 0.895);
    expect(half({ round: 0.5, width: 1 }, { rounding: 0 })).toBeCloseTo(40 * 1.16);
    // Something is left of every mouth.
    expect(half({ round: 1, width: 0 }, { rounding: 2, widening: 2 })).toBeCloseTo(40 * 0.36);
  });

  it('are told apart however they were clicked', () => {
    const turned = lipsFrom(LIPS, LIPS.right, LIPS.left, LIPS.bottom);
    expect([turned.left, turned.right]).toEqual([LIPS.left, LIPS.right]);
    expect(turned.top).toEqual({ x: 50, y: 18 });
  });
});

describe('the opening', () => {
  it('goes down further than up, by the jaw and the amount that is set', () => {
    const opening = (jaw: number, opens: number) => drawn({ jaw }, { opening: opens }).opening!;
    for (const [jaw, opens] of [
      [1, 1],
      [0.5, 1],
      [1, 0.5],
      [0.5, 2],
    ] as const) {
      const { top, bottom } = opening(jaw, opens);
      expect(top).toBeCloseTo(MIDDLE.y - 0.1 * SPAN * jaw * opens);
      expect(bottom).toBeCloseTo(MIDDLE.y + 0.48 * SPAN * jaw * opens);
    }
  });

  it('is a seam where it is hardly open', () => {
    expect(drawn({ jaw: 0.01 }).opening).toBeNull();
    const { seam } = drawn({ jaw: 0.01 });
    expect(seam!.stroke).toEqual({
      ...{ paint: '#4a2618', width: 0.02 * SPAN, cap: 'round', join: 'round' },
      ...{ miterLimit: 4, transform: null },
    });
    expect([seam!.fill, boundsOf(seam!).left, boundsOf(seam!).right]).toEqual([null, 10, 90]);
    expect(drawn({ jaw: 0.02 }).seam).toBeUndefined();
    expect(drawn({ jaw: 0.02 }).opening).not.toBeNull();
  });

  it('leaves the corners pointed, or rounder where lips are a ring', () => {
    // How high it is a tenth of its width from the corner, against its middle.
    const near = (round: number, rounding = 1) => {
      const { openingPath, opening } = drawn({ jaw: 1, round }, { rounding });
      const { left, right, top } = opening!;
      const ends = [...openingPath.matchAll(/C\S+ \S+ \S+ \S+ (\S+) ([-\d.e]+)/g)].slice(0, 20);
      const points = ends.map(([, x, y]) => ({ x: Number(x), y: Number(y) }));
      const at = points.find(({ x }) => x > left + 0.1 * (right - left))!;
      return (MIDDLE.y - at.y) / (MIDDLE.y - top);
    };
    expect(near(1)).toBeGreaterThan(near(0.5));
    expect(near(0.5)).toBeGreaterThan(near(0));
    expect(near(1, 0.5)).toBeCloseTo(near(0.5), 1);
  });

  it('of a ring is open both ways, and never a slit', () => {
    const { top, bottom, left, right } = drawn({ jaw: 0.05, round: 1, width: 0.1 }).opening!;
    expect((bottom - top) / (right - left)).toBeGreaterThan(0.35);
    expect((MIDDLE.y - top) / (bottom - MIDDLE.y)).toBeGreaterThan(0.6);
    expect(drawn({ jaw: 0, round: 1 }).opening).toBeNull();
  });

  it('is one closed line: there and back', () => {
    const { openingPath, lower, upper } = drawn({ jaw: 1 });
    for (const path of [openingPath, lower.path, upper.path]) {
      expect(path.match(/M/g)).toHaveLength(1);
      expect(path.match(/L/g)).toHaveLength(1);
      expect(path.endsWith('Z')).toBe(true);
    }
  });
});

describe('the lips', () => {
  /** How thick each is in its middle. */
  const thick = (articulation: Partial<Articulation>, change = {}) => {
    const { upper, lower, opening } = drawn(articulation, change);
    const { top, bottom } = opening ?? { top: MIDDLE.y, bottom: MIDDLE.y };
    return { above: top - boundsOf(upper).top, below: boundsOf(lower).bottom - bottom };
  };
  const areaOf = (path: string) => {
    const points = [...path.matchAll(/(-?[\d.e-]+) (-?[\d.e-]+)(?=[CLZ]|$)/g)].map(
      ([, x, y]) => [Number(x), Number(y)] as const,
    );
    return Math.abs(
      points.reduce((sum, [x, y], at) => {
        const [nextX, nextY] = points[(at + 1) % points.length]!;
        return sum + (x * nextY - nextX * y) / 2;
      }, 0),
    );
  };

  it('are as thick as they were set, and thinner when pressed', () => {
    expect(thick({}).below).toBeCloseTo(16);
    expect(thick({ press: 1 }).below).toBeCloseTo(16 * 0.55);
  });

  it('keep their thickness and about their area, however far the mouth opens or rounds', () => {
    const rest = areaOf(drawn().lower.path);
    for (const jaw of [0.2, 0.5, 1]) {
      for (const round of [0, 0.5, 1]) {
        const { above, below } = thick({ jaw, round });
        expect(below).toBeGreaterThan(16 * 0.55);
        expect(below).toBeLessThan(16 * 1.2);
        expect(above).toBeLessThan(12 * 1.4);
        const area = areaOf(drawn({ jaw, round }).lower.path);
        expect(area / rest).toBeGreaterThan(0.6);
        expect(area / rest).toBeLessThan(1.6);
      }
    }
  });

  it('go along with the opening', () => {
    const bottom = boundsOf(drawn({ jaw: 1 }).lower).bottom - MIDDLE.y;
    expect(bottom).toBeGreaterThan(0.48 * SPAN + 8);
    expect(bottom).toBeLessThan(0.48 * SPAN + 16);
  });

  it('are rolled in below the teeth for f and v, and the upper one lifts', () => {
    const said = { ...targetOf(2) };
    const biting = thick(said).below;
    expect(biting).toBeLessThan(16 * 0.65);
    const [fv, plain] = [drawn(said), drawn({ ...said, press: 0 })];
    expect(fv.opening!.bottom).toBeLessThan(plain.opening!.bottom);
    expect(fv.opening!.top).toBeLessThan(plain.opening!.top);
  });

  it('have a bow above: a dip between two peaks, flatter as they widen, and none in a ring', () => {
    /** How far the outer edge's middle lies below its highest point. */
    const dip = (articulation: Partial<Articulation>) => {
      const { upper } = drawn(articulation);
      const points = [...upper.path.split('L')[0]!.matchAll(/ (-?[\d.e-]+) (-?[\d.e-]+)(?=C|$)/g)];
      const middle = points.find(([, x]) => Math.abs(Number(x) - MIDDLE.x) < 0.5)!;
      return Number(middle[2]) - boundsOf(upper).top;
    };
    expect(dip({})).toBeGreaterThan(1);
    expect(dip({ width: 1 })).toBeLessThan(dip({}) / 2);
    expect(dip({ round: 1 })).toBeLessThan(0.2);
  });

  it('meet in corners as thin as can be, and go round in a ring', () => {
    const beyond = (round: number) => {
      const { upper, opening } = drawn({ jaw: 1, round });
      return opening!.left - boundsOf(upper).left;
    };
    expect(beyond(0)).toBeLessThan(4);
    expect(beyond(1)).toBeGreaterThan(6);
    // Both lips go out as far.
    const { upper, lower } = drawn({ jaw: 1, round: 1 });
    expect(Math.abs(boundsOf(upper).left - boundsOf(lower).left)).toBeLessThan(2);
  });
});

describe('the tongue', () => {
  it('lies at the bottom of the mouth, and rises', () => {
    const tongue = (raised: number, change = {}) =>
      drawn({ jaw: 1, tongue: raised }, change).tongue[0]!;
    const middle = (raised: number, change = {}) => {
      const { top, bottom } = tongue(raised, change);
      return (top + bottom) / 2 - MIDDLE.y;
    };
    const down = 0.48 * SPAN;
    expect(middle(0)).toBeCloseTo(0.55 * down + 0.16 * SPAN);
    expect(middle(1)).toBeCloseTo(0.2 * down + 0.16 * SPAN);
    expect(middle(1, { tongue: 0.5 })).toBeCloseTo(0.375 * down + 0.16 * SPAN);
    const { left, right, top, bottom } = tongue(0);
    expect([(right - left) / 2, (bottom - top) / 2]).toEqual([
      expect.closeTo(0.26 * SPAN),
      expect.closeTo(0.2 * SPAN),
    ]);
    expect((left + right) / 2).toBeCloseTo(MIDDLE.x);
  });

  it('is as wide as the mouth lets it be, and not seen in a ring or where there is none', () => {
    const { left, right } = drawn({ jaw: 1, width: 1 }).tongue[0]!;
    expect((right - left) / 2).toBeCloseTo(0.26 * SPAN * 1.16);
    const seen = (round: number, tongue = 1) => drawn({ jaw: 1, round }, { tongue }).tongue.length;
    expect([seen(0), seen(0.49), seen(0.5), seen(1), seen(0, 0)]).toEqual([1, 1, 0, 0, 0]);
  });
});

describe('the teeth', () => {
  const rows = (articulation: Partial<Articulation>, change = {}) =>
    drawn({ jaw: 1, ...articulation }, change).teeth;

  it('hang from the upper lip and stand on the lower one, a little within the corners', () => {
    const [upper, lower] = rows({ teeth: 1 });
    const top = MIDDLE.y - 0.1 * SPAN;
    const bottom = MIDDLE.y + 0.48 * SPAN;
    expect(upper!.bottom).toBeCloseTo(top + 0.1 * SPAN);
    expect(lower!.top).toBeCloseTo(bottom - 0.06 * SPAN);
    for (const row of [upper!, lower!]) {
      expect([row.left, row.right]).toEqual([expect.closeTo(14.8), expect.closeTo(85.2)]);
    }
    // They go on beyond what the opening shows.
    expect(upper!.top).toBeLessThan(top - 100);
    expect(lower!.bottom).toBeGreaterThan(bottom + 100);
  });

  it('show more with the sounds that need them, by the amounts that are set', () => {
    const top = MIDDLE.y - 0.1 * SPAN;
    const depth = (teeth: number, upperTeeth: number) =>
      rows({ teeth }, { upperTeeth })[0]!.bottom - top;
    expect(depth(0, 1)).toBeCloseTo(0.05 * SPAN);
    expect(depth(1, 2)).toBeCloseTo(0.2 * SPAN);
    expect(depth(0.5, 0.5)).toBeCloseTo(0.0375 * SPAN);
    const bottom = MIDDLE.y + 0.48 * SPAN;
    const lower = (teeth: number, lowerTeeth: number) =>
      bottom - rows({ teeth }, { lowerTeeth })[1]!.top;
    expect(lower(0.5, 1)).toBeCloseTo(0.075 * 0.6 * 0.5 * SPAN);
    expect(lower(1, 2)).toBeCloseTo(0.1 * 0.6 * 2 * SPAN);
  });

  it('are covered by rounded lips, and missing where there are none', () => {
    const ringTop = MIDDLE.y - 0.25 * SPAN;
    expect(rows({ round: 1 })[0]!.bottom - ringTop).toBeCloseTo(0.05 * SPAN * 0.1);
    expect(rows({ teeth: 1 }, { upperTeeth: 0 })).toHaveLength(1);
    expect(rows({ teeth: 1 }, { upperTeeth: 0, lowerTeeth: 0 })).toHaveLength(0);
    expect(rows({ teeth: 1 }, { lowerTeeth: 0 })).toHaveLength(1);
  });

  it('are rounded at their free edge', () => {
    const [path] = drawn({ jaw: 1 }).teethPaths;
    const depth = 0.05 * SPAN;
    const level = MIDDLE.y - 0.1 * SPAN + depth;
    const [fromX, fromY, toX, side, , , innerX, innerY, backX, , , , sideAgain] = numbersIn(path!);
    expect([fromX, toX]).toEqual([expect.closeTo(14.8), expect.closeTo(85.2)]);
    expect(fromY).toBeCloseTo(MIDDLE.y - 0.1 * SPAN - 200);
    expect([side, sideAgain]).toEqual([
      expect.closeTo(level - 0.4 * depth),
      expect.closeTo(level - 0.4 * depth),
    ]);
    expect([innerX, innerY, backX]).toEqual([
      expect.closeTo(85.2 - depth),
      expect.closeTo(level),
      expect.closeTo(14.8 + depth),
    ]);
  });
});
