import fc from 'fast-check';
import { evenly } from '../testing/evenly';
import { eyesPose, lookOffset, NO_EYES, type Eyes } from './eyes';
import { ovalReach, reachWithin, type Coverage } from './reach';

const pupil = { x: 40, y: 40, width: 20, height: 20 };

/** A white whose cells a test of their middles fills. */
function white(size: number, isInside: (x: number, y: number) => boolean): Coverage {
  const alpha = Uint8Array.from({ length: size * size }, (_, at) =>
    isInside((at % size) + 0.5, Math.floor(at / size) + 0.5) ? 255 : 0,
  );
  return { x: 0, y: 0, cell: 1, columns: size, rows: size, alpha };
}

const STILL = { raise: 0, turn: 0 };
const STRAIGHT = { x: 0, y: 0 };

describe('reach', () => {
  it('of an oval is the same by its box and by its pixels', () => {
    const round = white(100, (x, y) => ((x - 50) / 50) ** 2 + ((y - 50) / 30) ** 2 < 1);
    const byBox = ovalReach({ x: 0, y: 20, width: 100, height: 60 }, pupil);
    const byPixels = reachWithin(round, pupil);
    // Sideways the pupil comes to where the oval is too low for it; upwards both agree.
    expect(byPixels[12]!).toBeCloseTo(byBox[12]!, -0.5);
    expect(byPixels[0]!).toBeLessThanOrEqual(byBox[0]! + 1.5);
  });
  it('keeps the pupil in a white of any shape', () => {
    // An L: nothing to the upper right.
    const bent = white(100, (x, y) => x < 50 || y > 50);
    const reach = reachWithin(bent, { x: 15, y: 65, width: 20, height: 20 });
    const direction = (at: number) => reach[at % reach.length]!;
    expect(direction(0)).toBeGreaterThan(55);
    expect(direction(36)).toBeGreaterThan(55);
    expect(direction(42)).toBeLessThan(35);
  });
  it('lets a pupil that fills its white stay', () => {
    const tight = white(100, (x, y) => Math.hypot(x - 50, y - 50) < 11);
    expect(Math.max(...reachWithin(tight, pupil))).toBeLessThan(6);
  });
});

describe('eyes', () => {
  const eye = { pupil: 'p', white: 'w', center: { x: 50, y: 50 }, reach: new Array(48).fill(10) };
  it('look at a point, as far as they can', () => {
    expect(lookOffset(eye, eye.center, { x: 54, y: 50 })).toEqual({ x: 4, y: 0 });
    expect(lookOffset(eye, eye.center, { x: 500, y: 50 }).x).toBeCloseTo(10);
    expect(lookOffset(eye, eye.center, eye.center)).toEqual({ x: 0, y: 0 });
  });
  it('never look further than they can, wherever the point is', () => {
    const any = evenly(-1000, 1000);
    const reach = fc.array(evenly(0, 40), {
      minLength: 8,
      maxLength: 48,
    });
    fc.assert(
      fc.property(any, any, reach, (x, y, limits) => {
        const { x: dx, y: dy } = lookOffset({ ...eye, reach: limits }, eye.center, { x, y });
        expect(Math.hypot(dx, dy)).toBeLessThanOrEqual(Math.max(...limits) + 1e-9);
      }),
    );
  });
  it('never cut a corner: of two neighbouring directions the nearer edge counts', () => {
    const four = { ...eye, reach: [10, 2, 10, 6] };
    const far = (x: number, y: number) => {
      const { x: dx, y: dy } = lookOffset(four, { x: 0, y: 0 }, { x, y });
      return Math.hypot(dx, dy);
    };
    expect([far(100, 0), far(0, 100), far(-100, 0), far(0, -100)]).toEqual([10, 2, 10, 6]);
    expect([far(100, 100), far(-100, 100), far(-100, -100), far(100, -100)]).toEqual([
      ...[2, 2, 6, 6].map((limit) => expect.closeTo(limit, 9) as number),
    ]);
  });
  it('look the same way together, or each at the point', () => {
    const pupils = [eye, { ...eye, pupil: 'q', center: { x: 90, y: 50 } }];
    const still = { left: STILL, right: STILL };
    // 20 to the left and 10 below of the middle between them.
    const gaze = { x: 0, y: 10 };
    const moves = (together: boolean) => {
      const pose = eyesPose({ ...NO_EYES, pupils, together }, { gaze, closed: 0, brows: still });
      return ['p', 'q'].map((part) => pose.get(part)!.move!.slice(4));
    };
    const [one, other] = moves(true);
    expect(one).toEqual(other);
    const [left, right] = moves(false);
    expect(left![0]).toBeCloseTo(-right![0]!);
  });
  it.each([
    [{ kind: 'swap', closed: ['c'], open: ['o'] }, 1, { c: false, o: true }],
    [{ kind: 'swap', closed: ['c'], open: ['o'] }, 0.2, { c: true, o: false }],
    [{ kind: 'flip', flips: [['a', 'b', 'c']] }, 0.5, { a: true, b: false, c: true }],
  ] as const)('close as their lids do: %#', (lids, closed, hidden) => {
    const pose = eyesPose({ ...NO_EYES, lids } as Eyes, {
      gaze: STRAIGHT,
      closed,
      brows: { left: STILL, right: STILL },
    });
    expect(Object.fromEntries([...pose].map(([part, change]) => [part, change.hidden]))).toEqual(
      hidden,
    );
  });
  it('slide their lids and raise their brows', () => {
    const eyes: Eyes = {
      ...NO_EYES,
      lids: { kind: 'slide', lids: [{ part: 'lid', x: 0, y: 8 }] },
      brows: { left: { part: 'brow', pivot: { x: 5, y: 5 }, raise: 2, turn: 0 }, right: null },
    };
    const pose = eyesPose(eyes, {
      gaze: STRAIGHT,
      closed: 0.5,
      brows: { left: { raise: 3, turn: 0 }, right: STILL },
    });
    expect(pose.get('lid')!.move!.slice(4)).toEqual([0, 4]);
    expect(pose.get('brow')!.move!.slice(4)).toEqual([0, -5]);
    const rest = eyesPose(eyes, {
      gaze: STRAIGHT,
      closed: 0,
      brows: { left: STILL, right: STILL },
    });
    expect(rest.get('brow')!.move!.slice(4)).toEqual([0, -2]);
  });
});
