import { distance, IDENTITY, mapped, turning } from '../../geometry';
import { gridPoints, outlineBounds, regionStart, weightAt } from '../../mesh';
import { ARM_BODY, ARM_OUTLINE, HAND, onBody, PLAIN_BODY, poseAt } from '../../testing/armBody';
import {
  withNewControl,
  withStop,
  withStopGrip,
  withStopParts,
  withStopRegion,
} from '../bodyEdits';
import { characterSchema, type Character } from '../character';
import { bodyControlId, controlsOf } from '../controls';
import { withParts } from '../edits';
import { withControlMirrored } from '../mirrorControl';
import { placesOf } from '../posed';
import { regionKey } from './bend';
import { withJoint, withoutRegion, withPointChanged, withRegion } from './bendEdits';

const placeAt = (character: Character, id: string, values = {}) =>
  placesOf(character, IDENTITY, poseAt(character, values)).get(id)!;

describe('a drawing that bends', () => {
  it('is as drawn at rest, and has a control for each grip', () => {
    expect(poseAt(ARM_BODY, {}).get('body')?.bend).toBeUndefined();
    expect(controlsOf(ARM_BODY).get(HAND)).toMatchObject({ kind: 'point', label: 'Hand' });
    expect(characterSchema.isValidSync(ARM_BODY)).toBe(true);
  });
  it('follows its grip, and stays at its shoulder', () => {
    const { mesh, points } = poseAt(ARM_BODY, { [HAND]: { x: 30, y: -20 } }).get('body')!.bend!;
    const where = (pin: number) => {
      const vertex = mesh.pinned[pin]!;
      return { x: points[2 * vertex]!, y: points[2 * vertex + 1]! };
    };
    const goal = { x: onBody(0.5, 0.9).x + 30, y: onBody(0.5, 0.9).y - 20 };
    expect(distance(where(2), goal)).toBeLessThan(1e-6);
    expect(distance(where(0), onBody(0.5, 0.1))).toBeLessThan(1e-6);
    expect(distance(where(1), where(0))).toBeCloseTo(distance(onBody(0.6, 0.5), onBody(0.5, 0.1)));
  });
  it('rests where somebody says, if not as it is drawn', () => {
    const resting = withPointChanged(ARM_BODY, 'arm', 'hand', { rest: { x: 12, y: -30 } });
    const { mesh, points } = poseAt(resting, {}).get('body')!.bend!;
    const vertex = mesh.pinned[2]!;
    const goal = { x: onBody(0.5, 0.9).x + 12, y: onBody(0.5, 0.9).y - 30 };
    expect(distance({ x: points[2 * vertex]!, y: points[2 * vertex + 1]! }, goal)).toBeLessThan(
      1e-6,
    );
  });
  it('gives the same whatever was asked for before', () => {
    const asked = (x: number, y: number) => [
      ...poseAt(ARM_BODY, { [HAND]: { x, y } }).get('body')!.bend!.points,
    ];
    const once = asked(11, 7);
    asked(-40, 30);
    expect(asked(11, 7)).toEqual(once);
  });
  it('takes along what hangs on it: fixed with its turn, on a pivot without, floating not at all', () => {
    const hung = (kind: 'fixed' | 'pivot' | 'floating') => {
      const near = withParts(ARM_BODY, ['skull'], { pivot: onBody(0.5, 0.9) });
      return placeAt(withJoint(near, ['skull'], kind, 'body'), 'skull', {
        [HAND]: { x: 40, y: -40 },
      });
    };
    const goal = { x: onBody(0.5, 0.9).x + 40, y: onBody(0.5, 0.9).y - 40 };
    for (const kind of ['fixed', 'pivot'] as const) {
      expect(distance(mapped(hung(kind), onBody(0.5, 0.9)), goal)).toBeLessThan(2);
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
    const planted = withPointChanged(ARM_BODY, 'arm', 'hand', { kind: 'plant' });
    const made = withStop(withNewControl(planted, 'lift', 'Lift'), 'lift', 1);
    const lifted = withStopParts(made, 'lift', 1, ['body'], (part) => ({ ...part, x, y }));
    const values = { [bodyControlId('lift')]: 1 };
    const { mesh, points } = poseAt(lifted, values).get('body')!.bend!;
    const vertex = mesh.pinned[2]!;
    const place = placeAt(lifted, 'body', values);
    const foot = mapped(place, { x: points[2 * vertex]!, y: points[2 * vertex + 1]! });
    expect(distance(foot, onBody(0.5, 0.9))).toBeLessThan(1e-6);
  });
  it('is dragged by stops, added to what somebody drags', () => {
    const made = withStop(withNewControl(ARM_BODY, 'wave', 'Wave'), 'wave', 1);
    const waving = withStopGrip(made, 'wave', 1, HAND, { x: 20, y: 0 });
    const hand = (values: object) => {
      const { mesh, points } = poseAt(waving, values as never).get('body')!.bend!;
      return points[2 * mesh.pinned[2]!]! - onBody(0.5, 0.9).x;
    };
    expect(hand({ [bodyControlId('wave')]: 0.5 })).toBeCloseTo(10);
    expect(hand({ [bodyControlId('wave')]: 1, [HAND]: { x: -5, y: 1 } })).toBeCloseTo(15);
    // A stop that is made between two looks as the control does there.
    const half = withStop(waving, 'wave', 0.5).controls['wave']!.stops[0]!;
    expect(half.grips[HAND]).toEqual({ x: 10, y: 0 });
  });
});

describe('a soft region', () => {
  const grid = regionStart(ARM_OUTLINE, onBody(0.5, 0.7), onBody(0.5, 0.95));
  const soft = withRegion(ARM_BODY, 'arm', 'Belly', onBody(0.5, 0.7), grid);
  const key = regionKey('arm', 'belly');
  const made = withStop(withNewControl(soft, 'breath', 'Breath'), 'breath', 1);
  const change = { x: 0, y: -10, turn: 0, scale: 1, stretch: 1 };
  const breathing = withStopRegion(made, 'breath', 1, key, change);

  it('begins whole in its middle, with nothing left at its edge and no jump between', () => {
    const area = outlineBounds(ARM_OUTLINE);
    const weight = (across: number, down: number) => weightAt(grid, area, onBody(across, down));
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
    const area = outlineBounds(ARM_OUTLINE);
    for (let vertex = 0; vertex < mesh.rest.length / 2; vertex++) {
      const rest = { x: mesh.rest[2 * vertex]!, y: mesh.rest[2 * vertex + 1]! };
      expect(points[2 * vertex + 1]! - rest.y).toBeCloseTo(-10 * weightAt(grid, area, rest));
    }
    expect(poseAt(breathing, {}).get('body')?.bend).toBeUndefined();
  });
  it('takes along what lies upon it', () => {
    const upon = withJoint(
      withParts(breathing, ['skull'], { pivot: onBody(0.5, 0.7) }),
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
  const made = withStop(withNewControl(PLAIN_BODY, 'lean', 'Lean'), 'lean', 1);
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
    const hung = withJoint(PLAIN_BODY, ['skull'], 'fixed', 'body');
    const turnedBody = withStopParts(
      withStop(withNewControl(hung, 'turn', 'Turn'), 'turn', 1),
      ...(['turn', 1, ['body']] as const),
      (part) => ({ ...part, turn: 0.5 }),
    );
    const place = placeAt(turnedBody, 'skull', { [bodyControlId('turn')]: 1 });
    const expected = turning(0.5, PLAIN_BODY.parts['body']!.pivot);
    place.forEach((value, index) => expect(value).toBeCloseTo(expected[index]!));
  });
});
