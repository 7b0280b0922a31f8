import fc from 'fast-check';
import { evenly } from '../../testing/evenly';
import { IDENTITY } from '../../geometry';
import { ARM_BODY, HAND, onBody, PLAIN_BODY, poseAt } from '../../testing/armBody';
import { RICH_CHARACTERS } from '../../testing/richCharacters';
import { withControl, withNewControl, withStop, withStopGrip, withStopParts } from '../bodyEdits';
import { characterSchema, type Character } from '../character';
import { bodyControlId } from '../controls';
import { placesOf } from '../posed';
import { withoutParts } from '../removal';
import { pointsOf, type Bend } from './bend';
import {
  withJoint,
  withoutBend,
  withoutPoint,
  withPoint,
  withPointChanged,
  withSplintToggled,
  withSway,
} from './bendEdits';
import { pointHint, unattachedParts } from './bendHints';

const bend = ARM_BODY.bends['arm']!;
const placeAt = (character: Character, id: string, values = {}) =>
  placesOf(character, IDENTITY, poseAt(character, values)).get(id)!;

describe('what can’t be', () => {
  const wrong = (change: Partial<Bend>) => ({
    ...ARM_BODY,
    bends: { arm: { ...bend, ...change } },
  });
  const refused = (character: unknown, sentence: RegExp) =>
    expect(() => characterSchema.validateSync(character)).toThrow(sentence);
  it('is refused with a sentence', () => {
    refused(wrong({ parts: ['nobody'] }), /bends a part that the character does not have/);
    refused(wrong({ splints: [{ from: 'hand', to: 'nowhere' }] }), /a splint must lead/);
    refused(wrong({ splints: [{ from: 'hand', to: 'hand' }] }), /a splint must lead/);
    refused(wrong({ outline: [] }), /outline/);
    const twice = { ...ARM_BODY.bends, other: { ...bend, id: 'other' } };
    refused({ ...ARM_BODY, bends: twice }, /bends in two ways/);
    refused(withJoint(PLAIN_BODY, ['skull'], 'fixed', 'nobody'), /hangs on a part/);
    const circle = withJoint(
      withJoint(PLAIN_BODY, ['skull'], 'fixed', 'body'),
      ['body'],
      'pivot',
      'skull',
    );
    refused(circle, /in a circle/);
    refused(withSway(PLAIN_BODY, { name: 'Sways', part: 'nobody' }), /swings a part/);
    refused(withSway(ARM_BODY, { name: 'Sways', part: 'body', points: ['hand', 'no'] }), /points/);
    const region = { id: 'r', order: 'a0', name: 'R', pivot: onBody(0, 0), columns: 2, rows: 2 };
    refused(
      wrong({ regions: { r: { ...region, weights: [0, 1, 2] } } }),
      /every point of its grid/,
    );
    refused(wrong({ regions: { r: { ...region, weights: [0, 1, 2, 256] } } }), /every point/);
    refused(
      withPointChanged(ARM_BODY, 'arm', 'elbow', { limits: [2, 1] }),
      /least angle of a joint/,
    );
    const one = withNewControl(withNewControl(PLAIN_BODY, 'one', 'One'), 'two', 'Two');
    const driven = withControl(one, 'one', { drives: [{ control: 'two', amount: 1 }] });
    refused(withControl(driven, 'two', { drives: [{ control: 'one', amount: 1 }] }), /in a circle/);
    refused(
      withControl(one, 'one', { drives: [{ control: 'three', amount: 1 }] }),
      /drives a control/,
    );
  });
  it('stays finite while it is looked at all the same', () => {
    const circle = withJoint(
      withJoint(PLAIN_BODY, ['skull'], 'fixed', 'body'),
      ['body'],
      'fixed',
      'skull',
    );
    expect(placeAt(circle, 'skull').every(Number.isFinite)).toBe(true);
    const far = evenly(-1e6, 1e6);
    fc.assert(
      fc.property(far, far, (x, y) => {
        const bent = poseAt(ARM_BODY, { [HAND]: { x, y } }).get('body')?.bend;
        expect(bent?.points.every(Number.isFinite) ?? true).toBe(true);
      }),
      { numRuns: 20 },
    );
  });
});

describe('points', () => {
  it('are added with a splint from another one, changed, and taken away with the way past them', () => {
    const more = withPoint(
      ARM_BODY,
      'arm',
      { name: 'Wrist', kind: 'joint', ...onBody(0.55, 0.8) },
      'elbow',
    );
    expect(more.bends['arm']!.splints.at(-1)).toEqual({ from: 'elbow', to: 'wrist' });
    const less = withoutPoint(ARM_BODY, 'arm', 'elbow');
    expect(Object.keys(less.bends['arm']!.points)).toEqual(['shoulder', 'hand']);
    expect(less.bends['arm']!.splints).toEqual([{ from: 'shoulder', to: 'hand' }]);
    expect(characterSchema.isValidSync(less)).toBe(true);
  });
  it('have splints that are laid and taken away', () => {
    const without = withSplintToggled(ARM_BODY, 'arm', 'elbow', 'shoulder');
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
    expect(hints(ARM_BODY)).toEqual([null, null, null]);
    const loose = withSplintToggled(
      withSplintToggled(ARM_BODY, 'arm', 'elbow', 'hand'),
      ...(['arm', 'elbow', 'shoulder'] as const),
    );
    expect(hints(loose)[1]).toMatch(/no splint/i);
    expect(hints(withPointChanged(ARM_BODY, 'arm', 'shoulder', { kind: 'joint' }))[2]).toMatch(
      /holds/,
    );
    expect(hints(withPointChanged(ARM_BODY, 'arm', 'hand', { x: -900 }))[2]).toMatch(/outside/);
    expect(hints(withPointChanged(ARM_BODY, 'arm', 'hand', onBody(0.6, 0.5)))[2]).toMatch(
      /one of them/,
    );
  });
  it('take what stops did with them along when they go, or drag no more', () => {
    const made = withStop(withNewControl(ARM_BODY, 'wave', 'Wave'), 'wave', 1);
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
  const hung = withSway(withJoint(PLAIN_BODY, ['skull'], 'fixed', 'body'), {
    name: 'S',
    part: 'skull',
  });
  const beheaded = withoutParts(hung, ['skull']);
  expect([beheaded.joints, beheaded.sways]).toEqual([{}, {}]);
  expect(withoutParts(hung, ['body']).joints).toEqual({});
});

it('a part that overlaps the body and hangs on nothing is found, once anything hangs', () => {
  expect(unattachedParts(PLAIN_BODY)).toEqual([]);
  const hung = withJoint(PLAIN_BODY, ['blush'], 'fixed', 'body');
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
