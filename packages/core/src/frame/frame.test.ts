import fc from 'fast-check';
import { distance, IDENTITY, mapped, multiply, translation, type Matrix } from '../geometry';
import { sameFrame } from './frame';
import {
  drawingOperations,
  grouped,
  moved,
  type DrawingOperation,
  type Operation,
} from './operation';

const picture = (media: string, matrix: Matrix = IDENTITY): DrawingOperation => ({
  ...{ kind: 'raster', media, matrix, width: 10, height: 10 },
});
const group = (operations: readonly Operation[]): Operation => ({
  kind: 'group',
  operations,
  opacity: 0.5,
  blend: 'screen',
  outline: { path: 'M0 0h1v1Z', matrix: IDENTITY },
  within: [picture('mask')],
});
const number = fc.double({ min: -50, max: 50, noNaN: true });

describe('grouped', () => {
  it('leaves operations alone that nothing is done to', () => {
    const operations = [picture('a')];
    expect(grouped(operations, { opacity: 1, blend: 'normal' })).toBe(operations);
  });
  it('makes nothing of nothing, and of what can’t be seen', () => {
    expect(grouped([], { opacity: 0.5 })).toEqual([]);
    expect(grouped([picture('a')], { opacity: 0 })).toEqual([]);
  });
  it('holds what is done to them together', () => {
    expect(grouped([picture('a')], { blend: 'multiply' })).toMatchObject([
      { kind: 'group', blend: 'multiply', opacity: 1, within: null },
    ]);
  });
});

it('carries operations elsewhere with all that belongs to them', () => {
  fc.assert(
    fc.property(number, number, number, (x, y, left) => {
      const change = translation(x, y);
      const before = group([picture('a', translation(left, 0)), group([picture('b')])]);
      const after = moved(before, change);
      const corners = (operation: Operation) =>
        drawingOperations([operation]).map(({ matrix }) => mapped(matrix, { x: 0, y: 0 }));
      corners(before).forEach((corner, at) => {
        expect(distance(corners(after)[at]!, mapped(change, corner))).toBeLessThan(1e-9);
      });
      if (after.kind === 'group') expect(after.outline!.matrix).toEqual(multiply(change, IDENTITY));
    }),
  );
});

it('finds every drawing, those in groups and masks included', () => {
  const operations = [picture('a'), group([picture('b'), group([picture('c')])])];
  const media = drawingOperations(operations).map((operation) => operation.media);
  expect(media).toEqual(['a', 'mask', 'b', 'mask', 'c']);
});

it('tells frames apart by anything that is seen', () => {
  const frame = {
    width: 10,
    height: 10,
    background: '#000000',
    operations: [group([picture('a')])],
  };
  expect(sameFrame(frame, { ...frame, operations: [group([picture('a')])] })).toBe(true);
  const others = [
    { ...frame, width: 11 },
    { ...frame, background: '#111111' },
    { ...frame, operations: [group([picture('b')])] },
    { ...frame, operations: [group([picture('a', translation(1, 0))])] },
    { ...frame, operations: [] },
  ];
  for (const other of others) expect(sameFrame(frame, other)).toBe(false);
});
