import fc from 'fast-check';
import { evenly } from '../testing/evenly';
import { drawingsIn, type GroupItem } from '../frame';
import { IDENTITY, mapped, scaling, translation } from '../geometry';
import { AT_REST, type PartContent, type Pose } from '../pose';
import { inTable } from '../records';
import { hash } from '../testing/testScene';
import { CHARACTER_VERSION, NO_BODY, type Character } from './character';
import { withParts } from './edits';
import { partsOf, withPartList } from './partList';
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
    ...{
      schemaVersion: CHARACTER_VERSION,
      name: 'Test',
      width: 100,
      height: 100,
      mouth: null,
      eyes: NO_EYES,
      ...NO_BODY,
    },
    drawings: Object.fromEntries(parts.map(({ id }) => [id, { ...drawing, media: id }])),
    parts: inTable<Part>(whole),
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
const change = (id: string, part: Partial<Part>) => withParts(face, [id], part);

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
  expect(shown(withPartList(stack, partsOf(stack).slice(2, 3)))).toEqual(['first']);
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
  it('shows two variants as one, each as far as it is there, while one goes over into the other', () => {
    const fading = { part: 'shut', share: 0.25 };
    const items = itemsOf(face, IDENTITY, new Map([['mouth', { shows: 'open', fading }]]), 'a/');
    const both = items.at(-1) as GroupItem;
    expect([both.kind, both.id, both.opacity, both.blend]).toEqual([
      ...['group', 'a/mouth/dissolve', 1, 'normal'],
    ]);
    const [open, shut] = both.items as GroupItem[];
    expect([drawingsIn([open!]).map(({ media }) => media), open!.opacity]).toEqual([
      ['open'],
      0.75,
    ]);
    expect([drawingsIn([shut!]).map(({ media }) => media), shut!.opacity]).toEqual([
      ['shut'],
      0.25,
    ]);
    // What both show is added up, so that nothing shows through where they are alike.
    expect([open!.blend, shut!.blend]).toEqual(['normal', 'lighter']);
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
  it('lets shapes be painted instead of a part, or over it', () => {
    const painted = (replaces: boolean) => {
      const content = { kind: 'shapes', replaces, opening: null, shapes: [] } as const;
      return itemsOf(face, IDENTITY, new Map([['head', { content }]])).map(({ id }) => id);
    };
    expect(painted(true)).toEqual(['body', 'head/lips']);
    expect(painted(false)).toEqual(['body', 'skin', 'shut', 'head/lips']);
  });
});

describe('rest poses', () => {
  const number = evenly(-50, 50);
  it('turn and grow about the pivot, which itself only moves', () => {
    const pose = fc.record({
      x: number,
      y: number,
      turn: evenly(-3, 3),
      scale: evenly(0.1, 4),
    });
    fc.assert(
      fc.property(pose, number, number, (rest, px, py) => {
        const pivot = { x: px, y: py };
        const matrix = restMatrix({
          ...plainPart({ id: 'a', name: 'a', rest, pivot }),
          order: 'a0',
        });
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
  const seen = partsOf(face).map(({ id }) => isSeenIn(partsOf(face), AT_REST, id));
  expect(seen).toEqual([true, true, true, true, true, false]);
  expect(isSeenIn(partsOf(face), new Map([['head', { hidden: true }]]), 'shut')).toBe(false);
  expect(isSeenIn(partsOf(face), AT_REST, 'nobody')).toBe(false);
});

describe('trees', () => {
  it('know branches and holders', () => {
    expect(branchOf(partsOf(face), 'mouth').map(({ id }) => id)).toEqual(['mouth', 'shut', 'open']);
    expect(holdersOf(partsOf(face), 'open').map(({ id }) => id)).toEqual(['mouth', 'head']);
    expect(branchOf(partsOf(face), 'nobody')).toEqual([]);
  });
  it.each([
    [[...partsOf(face), partsOf(face)[0]!], /two parts have the id “body”/],
    [[...partsOf(face)].reverse(), /does not come before it/],
    [partsOf(change('mouth', { shows: 'body' })), /shows a part that is not inside it/],
    [
      partsOf(face).map((part) => (part.id === 'head' ? { ...part, parent: 'head' } : part)),
      /does not come before/,
    ],
  ])('refuse what is none: %#', (parts, problem) => {
    expect(treeProblem(parts)).toMatch(problem);
  });
});

it('a part painted inside another is seen there though it is hidden, and shows no content of its own', () => {
  const character = characterOf({ id: 'teeth', hidden: true, opacity: 0.5 }, { id: 'lips' });
  const content: PartContent = {
    kind: 'split',
    ...{
      from: { x: 10, y: 40 },
      to: { x: 40, y: 40 },
      upper: 2,
      lower: 8,
      curve: [],
      softness: 0.5,
    },
    inside: { kind: 'part', part: 'teeth' },
  };
  const pose = new Map([
    ['lips', { content }],
    ['teeth', { content }],
  ]);
  const [opening, ...sides] = itemsOf(character, IDENTITY, pose) as GroupItem[];
  expect(drawingsIn(opening!.items).map(({ media }) => media)).toEqual(['teeth']);
  const media = new Set(drawingsIn(sides).map((drawing) => drawing.media));
  expect([...media]).toEqual(['lips']);
});
