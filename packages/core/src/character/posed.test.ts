import fc from 'fast-check';
import { drawingsIn, type GroupItem } from '../frame';
import { IDENTITY, mapped, scaling, translation } from '../geometry';
import { AT_REST, type Pose, type Repaint } from '../motion/pose';
import { hash } from '../testing/testScene';
import type { Character } from './character';
import { NO_EYES } from './eyes';
import { plainPart, restMatrix, type Part } from './part';
import { isSeenIn, itemsOf, placesOf } from './posed';
import { branchOf, holdersOf, treeProblem } from './tree';

/** A character of parts, each with a drawing of its own unless it holds others. */
function characterOf(...parts: (Pick<Part, 'id'> & Partial<Part>)[]): Character {
  const whole = parts.map((part) => plainPart({ name: part.id, drawing: part.id, ...part }));
  const drawing = {
    kind: 'raster',
    media: hash('a'),
    x: 10,
    y: 20,
    width: 30,
    height: 40,
  } as const;
  return {
    ...{ schemaVersion: 3, name: 'Test', width: 100, height: 100, mouth: null, eyes: NO_EYES },
    drawings: Object.fromEntries(parts.map(({ id }) => [id, { ...drawing, media: id }])),
    parts: whole,
  };
}
const face = characterOf(
  { id: 'body' },
  { id: 'head', drawing: null },
  { id: 'skin', parent: 'head' },
  { id: 'mouth', parent: 'head', drawing: null, shows: 'shut' },
  { id: 'shut', parent: 'mouth' },
  { id: 'open', parent: 'mouth' },
);
const shown = (character: Character, pose: Pose = AT_REST) =>
  drawingsIn(itemsOf(character, IDENTITY, pose)).map(({ media }) => media);
const change = (id: string, part: Partial<Part>): Character => ({
  ...face,
  parts: face.parts.map((one) => (one.id === id ? { ...one, ...part } : one)),
});

describe('what moves a part', () => {
  const turned = characterOf({
    ...{ id: 'arm', pivot: { x: 0, y: 0 } },
    rest: { x: 10, y: 0, turn: Math.PI / 2, scale: 2 },
  });
  it('moves it as it rests, not as it was drawn', () => {
    const pose: Pose = new Map([['arm', { move: translation(5, 0) }]]);
    const [arm] = drawingsIn(itemsOf(turned, IDENTITY, pose));
    // The corner of the drawing at 10, 20: twice as large, turned, then moved by the rest and by the pose.
    const corner = mapped(arm!.matrix, { x: 0, y: 0 });
    expect(corner.x).toBeCloseTo(-40 + 10 + 5);
    expect(corner.y).toBeCloseTo(20);
    expect(placesOf(turned, IDENTITY, pose).get('arm')![4]).toBeCloseTo(15);
  });
});

it('clips each clipped part by the one beneath that is not clipped itself', () => {
  const stack = characterOf(
    { id: 'below' },
    { id: 'base' },
    { id: 'first', clipped: true },
    { id: 'second', clipped: true },
    { id: 'free' },
    { id: 'third', clipped: true },
  );
  const masks = itemsOf(stack, IDENTITY, AT_REST)
    .filter((item): item is GroupItem => item.kind === 'group')
    .map(({ mask }) => drawingsIn(mask!).map(({ media }) => media));
  expect(masks).toEqual([['base'], ['base'], ['free']]);
  expect(shown({ ...stack, parts: stack.parts.slice(2, 3) })).toEqual(['first']);
});

it('gives every item an id of its own, begun with its owner', () => {
  const ids = itemsOf(face, IDENTITY, AT_REST, 'one/').map(({ id }) => id);
  expect(ids).toEqual(['one/body', 'one/skin', 'one/shut']);
});

describe('itemsOf', () => {
  it('paints parts in their order, one of those that show one at a time', () => {
    expect(shown(face)).toEqual(['body', 'skin', 'shut']);
    expect(shown(face, new Map([['mouth', { shows: 'open' }]]))).toEqual(['body', 'skin', 'open']);
  });
  it('shows a variant even if it was hidden in the file, and nothing of a hidden group', () => {
    expect(shown(change('shut', { hidden: true }))).toContain('shut');
    expect(shown(change('head', { hidden: true }))).toEqual(['body']);
    expect(shown(face, new Map([['head', { hidden: true }]]))).toEqual(['body']);
  });
  it('places drawings where they lie in the artwork', () => {
    const [body] = drawingsIn(itemsOf(face, scaling(2), AT_REST));
    expect(mapped(body!.matrix, { x: 0, y: 0 })).toEqual({ x: 20, y: 40 });
  });
  it('carries what a part holds along with it', () => {
    const pose: Pose = new Map([['head', { move: translation(5, 0) }]]);
    const operations = drawingsIn(itemsOf(face, IDENTITY, pose));
    const left = operations.map(({ matrix }) => matrix[4]);
    expect(left).toEqual([10, 15, 15]);
  });
  it('fades, blends and clips as groups, and leaves out what can’t be seen', () => {
    const [faded] = itemsOf(change('body', { opacity: 0.5, blend: 'multiply' }), IDENTITY, AT_REST);
    expect(faded).toMatchObject({ kind: 'group', opacity: 0.5, blend: 'multiply' });
    expect(shown(change('body', { opacity: 0 }))).toEqual(['skin', 'shut']);
    const clipped = itemsOf(change('mouth', { clipped: true }), IDENTITY, AT_REST);
    const group = clipped.at(-1) as GroupItem;
    expect(drawingsIn(group.mask!).map(({ media }) => media)).toEqual(['skin']);
    expect(drawingsIn(group.items).map(({ media }) => media)).toEqual(['shut']);
  });
  it('lets a part be painted as something else', () => {
    const pose: Pose = new Map([['head', { repaint: ({ items }) => items.slice(0, 1) }]]);
    expect(shown(face, pose)).toEqual(['body', 'skin']);
  });
});

describe('rest poses', () => {
  const number = fc.double({ min: -50, max: 50, noNaN: true });
  it('turn and grow about the pivot, which itself only moves', () => {
    const pose = fc.record({
      x: number,
      y: number,
      turn: fc.double({ min: -3, max: 3, noNaN: true }),
      scale: fc.double({ min: 0.1, max: 4, noNaN: true }),
    });
    fc.assert(
      fc.property(pose, number, number, (rest, px, py) => {
        const pivot = { x: px, y: py };
        const matrix = restMatrix(plainPart({ id: 'a', name: 'a', rest, pivot }));
        const at = mapped(matrix, pivot);
        expect(at.x).toBeCloseTo(px + rest.x, 6);
        expect(at.y).toBeCloseTo(py + rest.y, 6);
        const beside = mapped(matrix, { x: px + 1, y: py });
        expect(Math.hypot(beside.x - at.x, beside.y - at.y)).toBeCloseTo(rest.scale, 6);
      }),
    );
  });
});

it('tells where parts stand, and which are seen', () => {
  const moved = change('head', { rest: { x: 7, y: 0, turn: 0, scale: 1 } });
  expect(mapped(placesOf(moved, IDENTITY, AT_REST).get('open')!, { x: 0, y: 0 })).toEqual({
    x: 7,
    y: 0,
  });
  const seen = face.parts.map(({ id }) => isSeenIn(face.parts, AT_REST, id));
  expect(seen).toEqual([true, true, true, true, true, false]);
  expect(isSeenIn(face.parts, new Map([['head', { hidden: true }]]), 'shut')).toBe(false);
  expect(isSeenIn(face.parts, AT_REST, 'nobody')).toBe(false);
});

describe('trees', () => {
  it('know branches and holders', () => {
    expect(branchOf(face.parts, 'mouth').map(({ id }) => id)).toEqual(['mouth', 'shut', 'open']);
    expect(holdersOf(face.parts, 'open').map(({ id }) => id)).toEqual(['mouth', 'head']);
    expect(branchOf(face.parts, 'nobody')).toEqual([]);
  });
  it.each([
    [[...face.parts, face.parts[0]!], /two parts have the id “body”/],
    [[...face.parts].reverse(), /does not come before it/],
    [change('mouth', { shows: 'body' }).parts, /shows a part that is not inside it/],
    [
      face.parts.map((part) => (part.id === 'head' ? { ...part, parent: 'head' } : part)),
      /does not come before/,
    ],
  ])('refuse what is none: %#', (parts, problem) => {
    expect(treeProblem(parts)).toMatch(problem);
  });
});

it('a part painted inside another is seen there though it is hidden, and is not repainted in turn', () => {
  const character = characterOf({ id: 'teeth', hidden: true, opacity: 0.5 }, { id: 'lips' });
  const repaint: Repaint = ({ items, paint }) => [...items, ...paint('teeth')];
  const pose = new Map([
    ['lips', { repaint }],
    ['teeth', { repaint }],
  ]);
  const shown = itemsOf(character, IDENTITY, pose);
  expect(shown.map(({ kind }) => kind)).toEqual(['raster', 'group']);
  expect(drawingsIn(shown)).toHaveLength(2);
});
