import fc from 'fast-check';
import { distance, IDENTITY, mapped, turning, type Point } from '../../geometry';
import { gridPoints, outlineBounds, regionStart, weightAt } from '../../mesh';
import { inTable } from '../../records';
import { RICH_CHARACTERS } from '../../testing/richCharacters';
import { hash } from '../../testing/testScene';
import {
  withControl,
  withNewControl,
  withStop,
  withStopGrip,
  withStopParts,
  withStopRegion,
} from '../bodyEdits';
import { CHARACTER_VERSION, characterSchema, NO_BODY, type Character } from '../character';
import { bodyControlId, controlsOf } from '../controls';
import { withParts } from '../edits';
import { NO_EYES } from '../eyes';
import { withControlMirrored } from '../mirrorControl';
import { plainPart, type Part } from '../part';
import { placesOf } from '../posed';
import { poseOf } from '../poseOf';
import { withoutParts } from '../removal';
import { gripControlId, pointsOf, regionKey, type Bend } from './bend';
import {
  withBend,
  withJoint,
  withoutBend,
  withoutPoint,
  withoutRegion,
  withPoint,
  withPointChanged,
  withRegion,
  withSplintToggled,
  withSway,
  type NewPoint,
} from './bendEdits';
import { pointHint, unattachedParts } from './bendHints';

/** A body with a skull and a blush over it. */
const BOXES = {
  body: { x: 40, y: 150, width: 120, height: 100 },
  skull: { x: 30, y: 20, width: 140, height: 150 },
  blush: { x: 60, y: 155, width: 40, height: 30 },
};
const plain: Character = {
  ...{ schemaVersion: CHARACTER_VERSION, name: 'Body', width: 200, height: 260, ...NO_BODY },
  ...{ mouth: null, eyes: NO_EYES },
  drawings: Object.fromEntries(
    Object.entries(BOXES).map(([id, area]) => [id, { kind: 'raster', media: hash('a'), ...area }]),
  ),
  parts: inTable<Part>(
    Object.entries(BOXES).map(([id, { x, y, width, height }]) => {
      const pivot = { x: x + width / 2, y: y + height / 2 };
      return plainPart({ id, name: id, drawing: id, pivot });
    }),
  ),
};
/** A body of 120 by 100, with an arm drawn in one piece over it. */
const box = plain.drawings[plain.parts['body']!.drawing!]!;
const at = (across: number, down: number): Point => ({
  x: box.x + across * box.width,
  y: box.y + down * box.height,
});
const OUTLINE = [[at(0, 0), at(1, 0), at(1, 1), at(0, 1)]];
const POINTS: NewPoint[] = [
  { name: 'Shoulder', kind: 'pivot', ...at(0.5, 0.1) },
  { name: 'Elbow', kind: 'joint', ...at(0.6, 0.5) },
  { name: 'Hand', kind: 'grip', ...at(0.5, 0.9) },
];
const bending = withBend(plain, 'Arm', ['body'], OUTLINE, POINTS, [
  [0, 1],
  [1, 2],
]);
const bend = bending.bends['arm']!;
const HAND = gripControlId('arm', 'hand');

/** The pose where controls have values; points by their ids. */
function poseAt(character: Character, values: Readonly<Record<string, number | Point>>) {
  const set = controlsOf(character);
  const now = set.rest.slice();
  for (const [id, value] of Object.entries(values)) set.set(now, id, value);
  return poseOf(character, now);
}
const placeAt = (character: Character, id: string, values = {}) =>
  placesOf(character, IDENTITY, poseAt(character, values)).get(id)!;

describe('a drawing that bends', () => {
  it('is as drawn at rest, and has a control for each grip', () => {
    expect(poseAt(bending, {}).get('body')?.bend).toBeUndefined();
    expect(controlsOf(bending).get(HAND)).toMatchObject({ kind: 'point', label: 'Hand' });
    expect(characterSchema.isValidSync(bending)).toBe(true);
  });
  it('follows its grip, and stays at its shoulder', () => {
    const { mesh, points } = poseAt(bending, { [HAND]: { x: 30, y: -20 } }).get('body')!.bend!;
    const where = (pin: number) => {
      const vertex = mesh.pinned[pin]!;
      return { x: points[2 * vertex]!, y: points[2 * vertex + 1]! };
    };
    const goal = { x: at(0.5, 0.9).x + 30, y: at(0.5, 0.9).y - 20 };
    expect(distance(where(2), goal)).toBeLessThan(1e-6);
    expect(distance(where(0), at(0.5, 0.1))).toBeLessThan(1e-6);
    expect(distance(where(1), where(0))).toBeCloseTo(distance(at(0.6, 0.5), at(0.5, 0.1)));
  });
  it('rests where somebody says, if not as it is drawn', () => {
    const resting = withPointChanged(bending, 'arm', 'hand', { rest: { x: 12, y: -30 } });
    const { mesh, points } = poseAt(resting, {}).get('body')!.bend!;
    const vertex = mesh.pinned[2]!;
    const goal = { x: at(0.5, 0.9).x + 12, y: at(0.5, 0.9).y - 30 };
    expect(distance({ x: points[2 * vertex]!, y: points[2 * vertex + 1]! }, goal)).toBeLessThan(
      1e-6,
    );
  });
  it('gives the same whatever was asked for before', () => {
    const asked = (x: number, y: number) => [
      ...poseAt(bending, { [HAND]: { x, y } }).get('body')!.bend!.points,
    ];
    const once = asked(11, 7);
    asked(-40, 30);
    expect(asked(11, 7)).toEqual(once);
  });
  it('takes along what hangs on it: fixed with its turn, on a pivot without, floating not at all', () => {
    const hung = (kind: 'fixed' | 'pivot' | 'floating') => {
      const near = withParts(bending, ['skull'], { pivot: at(0.5, 0.9) });
      return placeAt(withJoint(near, ['skull'], kind, 'body'), 'skull', {
        [HAND]: { x: 40, y: -40 },
      });
    };
    const goal = { x: at(0.5, 0.9).x + 40, y: at(0.5, 0.9).y - 40 };
    for (const kind of ['fixed', 'pivot'] as const) {
      expect(distance(mapped(hung(kind), at(0.5, 0.9)), goal)).toBeLessThan(2);
    }
    expect(Math.abs(Math.atan2(hung('fixed')[1], hung('fixed')[0]))).toBeGreaterThan(0.2);
    expect(Math.atan2(hung('pivot')[1], hung('pivot')[0])).toBeCloseTo(0);
    hung('floating').forEach((value, index) => expect(value).toBeCloseTo(IDENTITY[index]!));
  });
  it.each([
    [3, 6],
    [4, 0],
    [0, 5],
  ])('keeps a planted foot on the stage while its part is moved by %d, %d', (x, y) => {
    const planted = withPointChanged(bending, 'arm', 'hand', { kind: 'plant' });
    const made = withStop(withNewControl(planted, 'lift', 'Lift'), 'lift', 1);
    const lifted = withStopParts(made, 'lift', 1, ['body'], (part) => ({ ...part, x, y }));
    const values = { [bodyControlId('lift')]: 1 };
    const { mesh, points } = poseAt(lifted, values).get('body')!.bend!;
    const vertex = mesh.pinned[2]!;
    const place = placeAt(lifted, 'body', values);
    const foot = mapped(place, { x: points[2 * vertex]!, y: points[2 * vertex + 1]! });
    expect(distance(foot, at(0.5, 0.9))).toBeLessThan(1e-6);
  });
  it('is dragged by stops, added to what somebody drags', () => {
    const made = withStop(withNewControl(bending, 'wave', 'Wave'), 'wave', 1);
    const waving = withStopGrip(made, 'wave', 1, HAND, { x: 20, y: 0 });
    const hand = (values: object) => {
      const { mesh, points } = poseAt(waving, values as never).get('body')!.bend!;
      return points[2 * mesh.pinned[2]!]! - at(0.5, 0.9).x;
    };
    expect(hand({ [bodyControlId('wave')]: 0.5 })).toBeCloseTo(10);
    expect(hand({ [bodyControlId('wave')]: 1, [HAND]: { x: -5, y: 1 } })).toBeCloseTo(15);
    // A stop that is made between two looks as the control does there.
    const half = withStop(waving, 'wave', 0.5).controls['wave']!.stops[0]!;
    expect(half.grips[HAND]).toEqual({ x: 10, y: 0 });
  });
});

describe('a soft region', () => {
  const grid = regionStart(OUTLINE, at(0.5, 0.7), at(0.5, 0.95));
  const soft = withRegion(bending, 'arm', 'Belly', at(0.5, 0.7), grid);
  const key = regionKey('arm', 'belly');
  const made = withStop(withNewControl(soft, 'breath', 'Breath'), 'breath', 1);
  const change = { x: 0, y: -10, turn: 0, scale: 1, stretch: 1 };
  const breathing = withStopRegion(made, 'breath', 1, key, change);

  it('begins whole in its middle, with nothing left at its edge and no jump between', () => {
    const area = outlineBounds(OUTLINE);
    const weight = (across: number, down: number) => weightAt(grid, area, at(across, down));
    expect(weight(0.5, 0.7)).toBeGreaterThan(0.9);
    expect(weight(0.5, 0.1)).toBeLessThan(0.02);
    const along = Array.from({ length: 30 }, (_, step) => weight(0.5, 0.1 + 0.02 * step));
    along
      .slice(1)
      .forEach((value, step) => expect(Math.abs(value - along[step]!)).toBeLessThan(0.25));
    expect(gridPoints(grid, area)).toHaveLength(grid.weights.length);
  });
  it('is moved by stops, as much as each place belongs to it', () => {
    const { mesh, points } = poseAt(breathing, { [bodyControlId('breath')]: 1 }).get('body')!.bend!;
    const area = outlineBounds(OUTLINE);
    for (let vertex = 0; vertex < mesh.rest.length / 2; vertex++) {
      const rest = { x: mesh.rest[2 * vertex]!, y: mesh.rest[2 * vertex + 1]! };
      expect(points[2 * vertex + 1]! - rest.y).toBeCloseTo(-10 * weightAt(grid, area, rest));
    }
    expect(poseAt(breathing, {}).get('body')?.bend).toBeUndefined();
  });
  it('takes along what lies upon it', () => {
    const upon = withJoint(
      withParts(breathing, ['skull'], { pivot: at(0.5, 0.7) }),
      ['skull'],
      'fixed',
      'body',
    );
    expect(placeAt(upon, 'skull', { [bodyControlId('breath')]: 1 })[5]).toBeCloseTo(-10, 0);
  });
  it('leaves nothing behind in stops when it goes', () => {
    const gone = withoutRegion(breathing, 'arm', 'belly');
    expect(gone.controls['breath']!.stops[0]!.regions).toEqual({});
    expect(gone.bends['arm']!.regions).toEqual({});
  });
  it('moves the other way round for the other side', () => {
    const aside = withStopRegion(breathing, 'breath', 1, key, { ...change, x: 4, turn: 0.2 });
    const other = withControlMirrored(aside, 'breath', 'other').controls['other']!;
    expect(other.stops[0]!.regions[key]).toMatchObject({ x: -4, y: -10, turn: -0.2 });
  });
});

describe('joints', () => {
  const made = withStop(withNewControl(plain, 'lean', 'Lean'), 'lean', 1);
  const leaning = ['body', 'skull'].reduce(
    (now, id) => withStopParts(now, 'lean', 1, [id], (part) => ({ ...part, x: 7, y: 2 })),
    made,
  );
  it('take what a stop did to both alike out of it: the part goes along by itself', () => {
    const hung = withJoint(leaning, ['skull'], 'fixed', 'body');
    expect(Object.keys(hung.controls['lean']!.stops[0]!.parts)).toEqual(['body']);
    const values = { [bodyControlId('lean')]: 1 };
    const [before, after] = [placeAt(leaning, 'skull', values), placeAt(hung, 'skull', values)];
    after.forEach((value, index) => expect(value).toBeCloseTo(before[index]!));
  });
  it('leave alone what a part does besides', () => {
    const nodding = withStopParts(leaning, 'lean', 1, ['skull'], (part) => ({ ...part, turn: 1 }));
    const hung = withJoint(nodding, ['skull'], 'fixed', 'body');
    expect(hung.controls['lean']!.stops[0]!.parts['skull']).toMatchObject({ turn: 1 });
  });
  it('go along with a part that turns', () => {
    const hung = withJoint(plain, ['skull'], 'fixed', 'body');
    const turnedBody = withStopParts(
      withStop(withNewControl(hung, 'turn', 'Turn'), 'turn', 1),
      ...(['turn', 1, ['body']] as const),
      (part) => ({ ...part, turn: 0.5 }),
    );
    const place = placeAt(turnedBody, 'skull', { [bodyControlId('turn')]: 1 });
    const expected = turning(0.5, plain.parts['body']!.pivot);
    place.forEach((value, index) => expect(value).toBeCloseTo(expected[index]!));
  });
});

describe('what can’t be', () => {
  const wrong = (change: Partial<Bend>) => ({
    ...bending,
    bends: { arm: { ...bend, ...change } },
  });
  const refused = (character: unknown, sentence: RegExp) =>
    expect(() => characterSchema.validateSync(character)).toThrow(sentence);
  it('is refused with a sentence', () => {
    refused(wrong({ parts: ['nobody'] }), /bends a part that the character does not have/);
    refused(wrong({ splints: [{ from: 'hand', to: 'nowhere' }] }), /a splint must lead/);
    refused(wrong({ splints: [{ from: 'hand', to: 'hand' }] }), /a splint must lead/);
    refused(wrong({ outline: [] }), /outline/);
    const twice = { ...bending.bends, other: { ...bend, id: 'other' } };
    refused({ ...bending, bends: twice }, /bends in two ways/);
    refused(withJoint(plain, ['skull'], 'fixed', 'nobody'), /hangs on a part/);
    const circle = withJoint(
      withJoint(plain, ['skull'], 'fixed', 'body'),
      ['body'],
      'pivot',
      'skull',
    );
    refused(circle, /in a circle/);
    refused(withSway(plain, { name: 'Sways', part: 'nobody' }), /swings a part/);
    refused(withSway(bending, { name: 'Sways', part: 'body', points: ['hand', 'no'] }), /points/);
    const region = { id: 'r', order: 'a0', name: 'R', pivot: at(0, 0), columns: 2, rows: 2 };
    refused(
      wrong({ regions: { r: { ...region, weights: [0, 1, 2] } } }),
      /every point of its grid/,
    );
    refused(wrong({ regions: { r: { ...region, weights: [0, 1, 2, 256] } } }), /every point/);
    refused(
      withPointChanged(bending, 'arm', 'elbow', { limits: [2, 1] }),
      /least angle of a joint/,
    );
    const one = withNewControl(withNewControl(plain, 'one', 'One'), 'two', 'Two');
    const driven = withControl(one, 'one', { drives: [{ control: 'two', amount: 1 }] });
    refused(withControl(driven, 'two', { drives: [{ control: 'one', amount: 1 }] }), /in a circle/);
    refused(
      withControl(one, 'one', { drives: [{ control: 'three', amount: 1 }] }),
      /drives a control/,
    );
  });
  it('stays finite while it is looked at all the same', () => {
    const circle = withJoint(
      withJoint(plain, ['skull'], 'fixed', 'body'),
      ['body'],
      'fixed',
      'skull',
    );
    expect(placeAt(circle, 'skull').every(Number.isFinite)).toBe(true);
    const far = fc.double({ min: -1e6, max: 1e6, noNaN: true });
    fc.assert(
      fc.property(far, far, (x, y) => {
        const bent = poseAt(bending, { [HAND]: { x, y } }).get('body')?.bend;
        expect(bent?.points.every(Number.isFinite) ?? true).toBe(true);
      }),
      { numRuns: 20 },
    );
  });
});

describe('points', () => {
  it('are added with a splint from another one, changed, and taken away with the way past them', () => {
    const more = withPoint(
      bending,
      'arm',
      { name: 'Wrist', kind: 'joint', ...at(0.55, 0.8) },
      'elbow',
    );
    expect(more.bends['arm']!.splints.at(-1)).toEqual({ from: 'elbow', to: 'wrist' });
    const less = withoutPoint(bending, 'arm', 'elbow');
    expect(Object.keys(less.bends['arm']!.points)).toEqual(['shoulder', 'hand']);
    expect(less.bends['arm']!.splints).toEqual([{ from: 'shoulder', to: 'hand' }]);
    expect(characterSchema.isValidSync(less)).toBe(true);
  });
  it('have splints that are laid and taken away', () => {
    const without = withSplintToggled(bending, 'arm', 'elbow', 'shoulder');
    expect(without.bends['arm']!.splints).toEqual([{ from: 'elbow', to: 'hand' }]);
    expect(
      withSplintToggled(without, 'arm', 'shoulder', 'elbow').bends['arm']!.splints,
    ).toHaveLength(2);
  });
  it('say when they do nothing', () => {
    const hints = (character: Character) => {
      const now = character.bends['arm']!;
      return pointsOf(now).map((point) => pointHint(now, point));
    };
    expect(hints(bending)).toEqual([null, null, null]);
    const loose = withSplintToggled(
      withSplintToggled(bending, 'arm', 'elbow', 'hand'),
      ...(['arm', 'elbow', 'shoulder'] as const),
    );
    expect(hints(loose)[1]).toMatch(/no splint/i);
    expect(hints(withPointChanged(bending, 'arm', 'shoulder', { kind: 'joint' }))[2]).toMatch(
      /holds/,
    );
    expect(hints(withPointChanged(bending, 'arm', 'hand', { x: -900 }))[2]).toMatch(/outside/);
    expect(hints(withPointChanged(bending, 'arm', 'hand', at(0.6, 0.5)))[2]).toMatch(/one of them/);
  });
  it('take what stops did with them along when they go, or drag no more', () => {
    const made = withStop(withNewControl(bending, 'wave', 'Wave'), 'wave', 1);
    const waving = withStopGrip(made, 'wave', 1, HAND, { x: 20, y: 0 });
    for (const gone of [
      withoutPoint(waving, 'arm', 'hand'),
      withoutBend(waving, 'arm'),
      withPointChanged(waving, 'arm', 'hand', { kind: 'joint' }),
      withoutParts(waving, ['body']),
    ]) {
      expect(gone.controls['wave']!.stops[0]!.grips).toEqual({});
      expect(characterSchema.isValidSync(gone)).toBe(true);
    }
  });
});

it('parts that go take their joints and what swings with them', () => {
  const hung = withSway(withJoint(plain, ['skull'], 'fixed', 'body'), { name: 'S', part: 'skull' });
  const beheaded = withoutParts(hung, ['skull']);
  expect([beheaded.joints, beheaded.sways]).toEqual([{}, {}]);
  expect(withoutParts(hung, ['body']).joints).toEqual({});
});

it('a part that overlaps the body and hangs on nothing is found, once anything hangs', () => {
  expect(unattachedParts(plain)).toEqual([]);
  const hung = withJoint(plain, ['blush'], 'fixed', 'body');
  const found = unattachedParts(hung).map(({ part }) => part);
  expect(found).toContain('skull');
  expect(found).not.toContain('blush');
});

it('controls drive others by smaller and smaller amounts, and go along with the mouth', () => {
  const three = ['cheek', 'head', 'neck'].reduce((now, id) => {
    const made = withStop(withNewControl(now, id, id), id, 1);
    return withStopParts(
      made,
      id,
      1,
      [id === 'cheek' ? 'blush' : id === 'head' ? 'skull' : 'body'],
      (part) => ({
        ...part,
        x: 10,
      }),
    );
  }, RICH_CHARACTERS.get('chart')!);
  const chained = withControl(
    withControl(three, 'cheek', { drives: [{ control: 'head', amount: 0.5 }], withMouth: 1 }),
    'head',
    { drives: [{ control: 'neck', amount: -0.5 }], min: -1 },
  );
  const neck = withStopParts(withStop(chained, 'neck', -1), 'neck', -1, ['body'], (part) => ({
    ...part,
    x: -10,
  }));
  const xs = (values: Readonly<Record<string, number>>) => {
    const pose = poseAt(neck, values);
    return ['blush', 'skull', 'body'].map(
      (id) => Math.round(10 * (pose.get(id)?.move?.[4] ?? 0)) / 10,
    );
  };
  expect(xs({ [bodyControlId('cheek')]: 1 })).toEqual([10, 5, -2.5]);
  expect(xs({ [bodyControlId('head')]: 1 })).toEqual([0, 10, -5]);
  expect(xs({ 'mouth.followers': 0.4 })).toEqual([4, 2, -1]);
});
