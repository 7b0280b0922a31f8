import fc from 'fast-check';
import {
  bodyControlId,
  controlsOf,
  gripControlId,
  poseOf,
  standingOf,
  withBend,
  withControl,
  withNewControl,
  withStop,
  withStopParts,
  type Character,
} from '../character';
import { distance, type Point } from '../geometry';
import { emptyTrack, withKey, type KeyTrack } from '../keys';
import { testMaterial } from '../testing';
import { boxBody } from '../testing/boxBody';
import { toFlicks } from '../time';
import { compile } from './compile';
import { keyToReach, takeHold } from './posing';
import { placeOfTarget } from './targets';

/** A body of 120 by 100 units, and a head above it. */
const plain = boxBody({
  body: { x: 40, y: 150, width: 120, height: 100 },
  head: { x: 60, y: 40, width: 80, height: 100 },
});
/** The head goes 20 units down and 30 across, each by a control. */
const moving = (
  [
    ['nod', { y: 20 }],
    ['turn', { x: 30 }],
  ] as const
).reduce((now: Character, [id, by]) => {
  const made = withControl(withNewControl(now, id, id), id, { min: -1, max: 1 });
  return withStopParts(withStop(made, id, 1), id, 1, ['head'], (part) => ({ ...part, ...by }));
}, plain);
const [NOD, TURN] = [bodyControlId('nod'), bodyControlId('turn')];

function posed(character: Character, part: string, from: Point, by: Point) {
  const controls = controlsOf(character);
  const to = { x: from.x + by.x, y: from.y + by.y };
  const found = takeHold({ character, controls }, controls.rest, { part, point: from })(to);
  const values = controls.rest.slice();
  for (const { control, value } of found) values[placeOfTarget(controls, control)!.slot] = value;
  const standing = standingOf(character, values, poseOf(character, values));
  return { found, at: standing.pointOf(part, from), to };
}

describe('what is dragged on the stage', () => {
  const point = { x: 100, y: 60 };
  const names = (by: Point) => posed(moving, 'head', point, by).found.map(({ control }) => control);

  it('sets the control that moves it that way, and only that one', () => {
    const { found } = posed(moving, 'head', point, { x: 1, y: 10 });
    expect(found.map(({ control }) => control)).toEqual([NOD]);
    expect(found[0]!.value).toBeCloseTo(0.5, 2);
    expect(names({ x: -12, y: 2 })).toEqual([TURN]);
  });
  it('sets two where one leaves much of the way', () => {
    const { found, at, to } = posed(moving, 'head', point, { x: 15, y: 10 });
    expect(found.map(({ control }) => control).sort()).toEqual([NOD, TURN]);
    expect(distance(at, to)).toBeLessThan(0.5);
  });
  it('prefers the control that moves less of the body', () => {
    const lean = withControl(withNewControl(moving, 'lean', 'lean'), 'lean', { min: -1, max: 1 });
    const leaning = withStopParts(
      withStop(lean, 'lean', 1),
      'lean',
      1,
      ['head', 'body'],
      (part) => ({ ...part, x: 30, y: 5 }),
    );
    // Along the lean, and hardly beside the turn.
    const by = { x: 12, y: 2 };
    const controlsFor = (part: string, y: number) =>
      posed(leaning, part, { x: 100, y }, by).found.map(({ control }) => control);
    expect(controlsFor('head', 60)).toEqual([TURN]);
    expect(controlsFor('body', 200)).toEqual([bodyControlId('lean')]);
  });
  it('goes no further than the limits of its controls', () => {
    const { found } = posed(moving, 'head', point, { x: 0, y: 900 });
    expect(found).toEqual([{ control: NOD, value: 1 }]);
  });
  it('sets nothing where no control moves it, or it is not dragged', () => {
    expect(posed(moving, 'body', { x: 100, y: 200 }, { x: 9, y: 9 }).found).toEqual([]);
    expect(posed(moving, 'head', point, { x: 0, y: 0 }).found).toEqual([]);
  });

  it('is brought under the pointer by the grip of what bends, wherever it is taken hold of', () => {
    const outline = [
      [
        { x: 40, y: 150 },
        { x: 160, y: 150 },
        { x: 160, y: 250 },
        { x: 40, y: 250 },
      ],
    ];
    const arm = withBend(
      plain,
      'Arm',
      ['body'],
      outline,
      [
        { name: 'Shoulder', kind: 'pivot', x: 100, y: 160 },
        { name: 'Elbow', kind: 'joint', x: 112, y: 200 },
        { name: 'Hand', kind: 'grip', x: 100, y: 240 },
      ],
      [
        [0, 1],
        [1, 2],
      ],
    );
    const hand = gripControlId('arm', 'hand');
    // Downwards it is as long as it is.
    const by = { x: fc.integer({ min: -8, max: 8 }), y: fc.integer({ min: -10, max: 1 }) };
    fc.assert(
      fc.property(by.x, by.y, (x, y) => {
        fc.pre(Math.hypot(x, y) > 2);
        const { found, at, to } = posed(arm, 'body', { x: 101, y: 236 }, { x, y });
        for (const { control } of found) expect(control.replace(/\/[xy]$/, '')).toBe(hand);
        expect(distance(at, to)).toBeLessThan(0.35 * Math.hypot(x, y) + 0.5);
      }),
      { numRuns: 12 },
    );
  });
});

describe('a key that is to reach a value', () => {
  const material = testMaterial();
  const { id: member } = Object.values(material.scene.cast)[0]!;
  const program = (keys: readonly KeyTrack[]) =>
    compile({
      ...material,
      scene: { ...material.scene, keys: Object.fromEntries(keys.map((one) => [one.id, one])) },
    }).memos.get(member)!.value;
  const below = withKey(emptyTrack('below', member, 'mouth.jaw'), 0, 0.6);
  const added: KeyTrack = { ...emptyTrack('added', member, 'mouth.jaw'), mix: 'add' };

  it('is that value where it stands instead of what lies below', () => {
    expect(keyToReach(program([below]), { ...added, mix: 'replace' }, 0, 0.9)).toBe(0.9);
  });
  it('makes up for what lies below where it is added, whatever it was before', () => {
    const own = withKey(added, 0, 0.2);
    const [rest] = [program([]).controls.range(program([]).controls.rest, 'mouth.jaw')];
    expect(keyToReach(program([below, own]), own, 0, 0.9)).toBeCloseTo(0.3 + rest, 9);
    expect(keyToReach(program([below]), added, toFlicks(0), 0.9)).toBeCloseTo(0.3 + rest, 9);
  });
});
