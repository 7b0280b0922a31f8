import fc from 'fast-check';
import { evenly } from '../testing/evenly';
import {
  distance,
  IDENTITY,
  mapped,
  multiply,
  scaling,
  translation,
  turning,
  type Matrix,
} from '../geometry';
import type { VectorShape } from './vectorDrawing';
import { Digest } from './digest';
import { sameFrame } from './frame';
import {
  drawingItem,
  drawingsIn,
  groupItem,
  grouped,
  moved,
  shapesItem,
  type Compositing,
  type FrameItem,
} from './item';

const picture = (media: string, matrix: Matrix = IDENTITY, id = media) =>
  drawingItem(id, { kind: 'raster', media, width: 10, height: 20 }, matrix);
const box = { x: 0, y: 0, width: 100, height: 100 };
const clip = { path: 'M0 0h100v100h-100Z', box, matrix: IDENTITY };
const group = (items: readonly FrameItem[], change: Partial<Compositing> = {}) =>
  groupItem('group', items, { opacity: 0.5, blend: 'screen', clip, mask: items, ...change });
const shape = (change: Partial<VectorShape> = {}): VectorShape => ({
  path: 'M2 3h10v4h-10Z',
  fill: '#ff0000',
  fillRule: 'nonzero',
  stroke: null,
  opacity: 1,
  ...change,
});
const line = (join: 'miter' | 'round', cap: 'butt' | 'square' = 'butt') =>
  shape({
    stroke: { paint: '#000000', width: 2, cap, join, miterLimit: 5, transform: null },
  });
const number = evenly(-50, 50);

describe('Digest', () => {
  const of = (...values: (number | string)[]) =>
    values.reduce<Digest>(
      (digest, value) => (typeof value === 'number' ? digest.number(value) : digest.text(value)),
      new Digest(),
    ).value;

  it('is the same whole number below 2^53 for the same input', () => {
    fc.assert(
      fc.property(fc.array(fc.oneof(fc.double(), fc.string())), (values) => {
        const value = of(...values);
        expect(Number.isSafeInteger(value) && value >= 0).toBe(true);
        expect(of(...values)).toBe(value);
      }),
    );
  });
  it('is another for other input, in another order, or where texts end elsewhere', () => {
    fc.assert(
      fc.property(fc.double({ noNaN: true }), fc.double({ noNaN: true }), (one, other) => {
        fc.pre(!Object.is(one, other));
        expect(of(one)).not.toBe(of(other));
        expect(of(one, other)).not.toBe(of(other, one));
      }),
    );
    expect(of('ab', 'c')).not.toBe(of('a', 'bc'));
    expect(of('')).not.toBe(of());
  });
  it('uses all of its 53 bits', () => {
    const values = Array.from({ length: 2000 }, (_, at) => of(at / 7));
    for (let bit = 0; bit < 53; bit++) {
      const set = values.filter((value) => Math.floor(value / 2 ** bit) % 2 === 1).length;
      expect(Math.abs(set / values.length - 0.5)).toBeLessThan(0.06);
    }
    expect(new Set(values).size).toBe(values.length);
  });
});

describe('the version of an item', () => {
  it('is the same for what looks the same, whatever its id', () => {
    expect(picture('a', IDENTITY, 'one').version).toBe(picture('a', IDENTITY, 'other').version);
    expect(group([picture('a')]).version).toBe(group([picture('a')]).version);
    expect(shapesItem('x', [shape()], IDENTITY).version).toBe(
      shapesItem('y', [shape()], IDENTITY).version,
    );
  });
  it('differs by anything that is seen', () => {
    const looks: FrameItem[] = [
      picture('a'),
      picture('b'),
      picture('a', translation(1e-3, 0)),
      drawingItem('a', { kind: 'raster', media: 'a', width: 11, height: 20 }, IDENTITY),
      drawingItem('a', { kind: 'raster', media: 'a', width: 10, height: 21 }, IDENTITY),
      shapesItem('x', [shape()], IDENTITY),
      shapesItem('x', [shape({ fill: '#ff0001' })], IDENTITY),
      shapesItem('x', [shape()], scaling(2)),
      group([picture('a')]),
      group([picture('b')]),
      group([picture('a'), picture('b')]),
      group([picture('b'), picture('a')]),
      group([picture('a')], { opacity: 0.6 }),
      group([picture('a')], { blend: 'multiply' }),
      group([picture('a')], { clip: null }),
      group([picture('a')], { clip: { ...clip, path: 'M0 0h100v99h-100Z' } }),
      group([picture('a')], { clip: { ...clip, matrix: scaling(3) } }),
      group([picture('a')], { mask: null }),
      group([picture('a')], { mask: [] }),
      group([], { mask: [picture('a')] }),
    ];
    expect(new Set(looks.map(({ version }) => version)).size).toBe(looks.length);
  });
});

describe('the bounds of an item', () => {
  it('hold all corners of a drawing, however it lies, and no more', () => {
    fc.assert(
      fc.property(number, number, number, evenly(0.1, 4), (x, y, angle, size) => {
        fc.pre(Number.isFinite(size));
        const matrix = multiply(
          translation(x, y),
          multiply(turning(angle, { x: 3, y: 4 }), scaling(size)),
        );
        const { bounds } = picture('a', matrix);
        const corners = [
          [0, 0],
          [10, 0],
          [0, 20],
          [10, 20],
        ].map(([left, top]) => mapped(matrix, { x: left!, y: top! }));
        expect(bounds.x).toBeCloseTo(Math.min(...corners.map((corner) => corner.x)), 6);
        expect(bounds.y).toBeCloseTo(Math.min(...corners.map((corner) => corner.y)), 6);
        expect(bounds.x + bounds.width).toBeCloseTo(
          Math.max(...corners.map((corner) => corner.x)),
          6,
        );
        expect(bounds.y + bounds.height).toBeCloseTo(
          Math.max(...corners.map((corner) => corner.y)),
          6,
        );
      }),
    );
  });
  it('of shapes hold their lines, with the points of corners and the squares at ends', () => {
    const boundsOf = (one: VectorShape, matrix = IDENTITY) => shapesItem('x', [one], matrix).bounds;
    expect(boundsOf(shape())).toEqual({ x: 2, y: 3, width: 10, height: 4 });
    expect(boundsOf(line('round'))).toEqual({ x: 1, y: 2, width: 12, height: 6 });
    expect(boundsOf(line('miter'))).toEqual({ x: -3, y: -2, width: 20, height: 14 });
    expect(boundsOf(line('round', 'square')).x).toBeCloseTo(2 - Math.SQRT2);
    expect(boundsOf(shape(), scaling(2))).toEqual({ x: 4, y: 6, width: 20, height: 8 });
    expect(shapesItem('x', [], IDENTITY).bounds).toMatchObject({ width: 0, height: 0 });
    expect(boundsOf(shape({ path: '' }))).toMatchObject({ width: 0, height: 0 });
  });
  it('of a group end where its clip and its mask do', () => {
    const wide = picture('a', scaling(10));
    const bounds = (change: Partial<Compositing>) =>
      groupItem('g', [wide], { opacity: 0.5, ...change }).bounds;
    expect(bounds({})).toEqual({ x: 0, y: 0, width: 100, height: 200 });
    expect(bounds({ clip: { ...clip, matrix: translation(40, 0) } })).toEqual({
      ...{ x: 40, y: 0, width: 60, height: 100 },
    });
    expect(bounds({ mask: [picture('m', translation(5, 6))] })).toEqual({
      ...{ x: 5, y: 6, width: 10, height: 20 },
    });
    expect(bounds({ mask: [] })).toMatchObject({ width: 0, height: 0 });
    expect(bounds({ mask: [picture('m', translation(500, 0))] }).width).toBe(0);
  });
});

describe('grouped', () => {
  it('leaves items alone that nothing is done to', () => {
    const items = [picture('a')];
    expect(grouped('g', items, { opacity: 1, blend: 'normal' })).toBe(items);
  });
  it('makes nothing of nothing, and of what can’t be seen', () => {
    expect(grouped('g', [], { opacity: 0.5 })).toEqual([]);
    expect(grouped('g', [picture('a')], { opacity: 0 })).toEqual([]);
  });
  it.each([{ blend: 'multiply' }, { opacity: 0.5 }, { clip }, { mask: [] }] as const)(
    'holds together what %j is done to',
    (change) => {
      expect(grouped('g', [picture('a')], change)).toMatchObject([
        { kind: 'group', id: 'g', opacity: 1, blend: 'normal', clip: null, mask: null, ...change },
      ]);
    },
  );
});

it('carries items elsewhere with all that belongs to them', () => {
  fc.assert(
    fc.property(number, number, number, (x, y, left) => {
      const change = translation(x, y);
      const before = group([
        picture('a', translation(left, 0)),
        group([picture('b')]),
        shapesItem('s', [shape()], scaling(2)),
      ]);
      const after = moved(before, change);
      const corners = (item: FrameItem) =>
        drawingsIn([item]).map(({ matrix }) => mapped(matrix, { x: 0, y: 0 }));
      corners(before).forEach((corner, at) => {
        expect(distance(corners(after)[at]!, mapped(change, corner))).toBeLessThan(1e-9);
      });
      if (after.kind !== 'group') throw new Error('A group stays a group.');
      expect(after.clip!.matrix).toEqual(multiply(change, IDENTITY));
      expect(after.items[2]).toMatchObject({ matrix: multiply(change, scaling(2)) });
      expect(after.bounds.x).toBeCloseTo(before.bounds.x + x, 6);
      expect(after).toMatchObject({ id: 'group', opacity: 0.5, blend: 'screen' });
    }),
  );
  expect(moved(groupItem('g', [picture('a')], {}), scaling(2))).toMatchObject({
    ...{ clip: null, mask: null },
  });
});

it('finds every drawing, those in groups and masks included', () => {
  const items = [
    picture('a'),
    group([picture('b'), group([picture('c')], { mask: [picture('e')] })], {
      mask: [picture('d')],
    }),
    shapesItem('s', [shape()], IDENTITY),
    group([picture('f')], { mask: null }),
  ];
  expect(drawingsIn(items).map(({ media }) => media)).toEqual(['a', 'd', 'b', 'e', 'c', 'f']);
});

it('tells frames apart by anything that is seen', () => {
  const frame = {
    width: 10,
    height: 10,
    background: '#000000',
    items: [group([picture('a')])],
  };
  expect(sameFrame(frame, { ...frame, items: [group([picture('a')])] })).toBe(true);
  const others = [
    { ...frame, width: 11 },
    { ...frame, height: 11 },
    { ...frame, background: null },
    { ...frame, items: [group([picture('b')])] },
    { ...frame, items: [...frame.items, picture('a')] },
    { ...frame, items: [] },
  ];
  for (const other of others) expect(sameFrame(frame, other)).toBe(false);
});
