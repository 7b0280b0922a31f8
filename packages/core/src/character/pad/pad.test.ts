import fc from 'fast-check';
import { evenly } from '../../testing/evenly';
import { FIXTURES } from '../../document/fixtures';
import { RICH_CHARACTERS } from '../../testing/richCharacters';
import { withControl, withNewControl, withoutControl, withStop, withStopParts } from '../bodyEdits';
import { movedBody } from '../bodyMovement';
import { CHARACTER_VERSION, characterSchema, type Character } from '../character';
import { bodyProblem } from '../bodyProblem';
import { bodyControlId, controlsOf } from '../controls';
import { padProblem, shareOf, valueAtShare, type Pad } from './pad';
import { freeForPads, withoutPadLimits, withPad, withPadCorner, withPadLimit } from './padEdits';
import { confinedToPad, cornerWeights, padRegion } from './padShape';

const plain: Pad = {
  ...{ id: 'look', order: 'a0', name: 'Where it looks', across: 'turn', down: 'nod' },
  ...{ corners: [], limits: [] },
};
const DIAMOND = [
  { x: 1, y: 0 },
  { x: 0, y: 1 },
  { x: -1, y: 0 },
  { x: 0, y: -1 },
];
const place = fc.record({
  x: evenly(-1, 1),
  y: evenly(-1, 1),
});

describe('the region of a pad', () => {
  const diamond = { ...plain, limits: DIAMOND };
  it('is anywhere as long as fewer than three places tell it', () => {
    expect([padRegion(plain), padRegion({ ...plain, limits: DIAMOND.slice(0, 1) })]).toEqual([
      null,
      null,
    ]);
    expect(confinedToPad(plain, { x: 0.9, y: -0.9 })).toEqual({ x: 0.9, y: -0.9 });
    expect(confinedToPad(plain, { x: 7, y: -7 })).toEqual({ x: 1, y: -1 });
  });
  it('is no region where all places lie on one line', () => {
    const line = [-1, 0.5, 1].map((x) => ({ x, y: x }));
    expect(padRegion({ ...plain, limits: line })).toBeNull();
  });
  it('leaves alone what lies inside, and brings back what does not to the nearest place', () => {
    expect(confinedToPad(diamond, { x: 0.2, y: 0.3 })).toEqual({ x: 0.2, y: 0.3 });
    const back = confinedToPad(diamond, { x: 1, y: -1 });
    expect([back.x, back.y]).toEqual([expect.closeTo(0.5), expect.closeTo(-0.5)]);
  });
  it('never lets anything out, and never moves what came back once more', () => {
    fc.assert(
      fc.property(place, (wanted) => {
        const once = confinedToPad(diamond, wanted);
        expect(Math.abs(once.x) + Math.abs(once.y)).toBeLessThan(1 + 1e-9);
        const twice = confinedToPad(diamond, once);
        expect(Math.hypot(twice.x - once.x, twice.y - once.y)).toBeLessThan(1e-9);
      }),
    );
  });
});

describe('the corners of a pad', () => {
  const cornered = {
    ...plain,
    corners: [
      { x: 0.8, y: -0.8, control: 'up' },
      { x: -1, y: 1, control: 'low' },
    ],
  };
  it('are seen wholly where they are, and not at rest, along the axes, or at each other', () => {
    expect(cornerWeights(cornered, { x: 0.8, y: -0.8 })).toEqual([expect.closeTo(1), 0]);
    expect(cornerWeights(cornered, { x: -1, y: 1 })).toEqual([0, expect.closeTo(1)]);
    for (const at of [{ x: 0, y: 0 }, ...DIAMOND]) {
      cornerWeights(cornered, at).forEach((weight) => expect(weight).toBeCloseTo(0));
    }
  });
  it('grow evenly on the way to them', () => {
    const [half] = cornerWeights(cornered, { x: 0.4, y: -0.4 });
    expect(half).toBeCloseTo(0.5);
  });
  it('change without a jump, and never by more than the whole', () => {
    fc.assert(
      fc.property(place, place, ({ x, y }, step) => {
        const near = { x: x + step.x * 1e-4, y: y + step.y * 1e-4 };
        const [here, there] = [cornerWeights(cornered, { x, y }), cornerWeights(cornered, near)];
        here.forEach((weight, at) => {
          expect(weight).toBeGreaterThanOrEqual(0);
          expect(weight).toBeLessThanOrEqual(1);
          if (Math.max(Math.abs(near.x), Math.abs(near.y)) < 1) {
            expect(Math.abs(weight - there[at]!)).toBeLessThan(0.01);
          }
        });
      }),
    );
  });
});

it('values and shares of the way are each other’s inverse, whichever way is longer', () => {
  const control = { min: -3, max: 1, rest: -1 };
  expect([-1, -0.5, 0, 0.5, 1].map((share) => valueAtShare(control, share))).toEqual([
    -3, -2, -1, 0, 1,
  ]);
  for (const share of [-1, -0.25, 0, 0.75, 1]) {
    expect(shareOf(control, valueAtShare(control, share))).toBeCloseTo(share);
  }
  expect(shareOf({ min: 0, max: 1, rest: 0 }, -3)).toBe(0);
});

/** A face whose head goes right and down by two controls. */
function face(): Character {
  const base = RICH_CHARACTERS.get('chart')!;
  const moved = (character: Character, id: string, x: number, y: number) =>
    withStopParts(withStop(withNewControl(character, id, id), id, 1), id, 1, ['head'], (own) => ({
      ...own,
      ...{ x, y },
    }));
  return moved(moved(base, 'turn', 10, 0), 'nod', 0, 10);
}

/** How far the head of a character is moved where controls have values. */
function headAt(character: Character, values: Readonly<Record<string, number>>) {
  const set = controlsOf(character);
  const now = set.rest.slice();
  for (const [id, value] of Object.entries(values)) set.set(now, bodyControlId(id), value);
  const [, , , , x, y] = movedBody(character, now).get('head')?.move ?? [1, 0, 0, 1, 0, 0];
  return [expect.closeTo(x, 6), expect.closeTo(y, 6)];
}

describe('a character with a pad', () => {
  const padded = withPad(face(), plain);
  it('goes no further than its limits', () => {
    const limited = DIAMOND.reduce((now, at) => withPadLimit(now, 'where-it-looks', at), padded);
    expect(headAt(padded, { turn: 1, nod: 1 })).toEqual([10, 10]);
    expect(headAt(limited, { turn: 1, nod: 1 })).toEqual([5, 5]);
    expect(headAt(limited, { turn: 1 })).toEqual([10, 0]);
    expect(headAt(withoutPadLimits(limited, 'where-it-looks'), { turn: 1, nod: 1 })).toEqual([
      10, 10,
    ]);
  });
  it('shows more where somebody has shown more', () => {
    const { character, control } = withPadCorner(
      padded,
      'where-it-looks',
      { x: 1, y: 1 },
      'down right',
    );
    const shown = withStopParts(character, control, 1, ['head'], (own) => ({ ...own, x: 4 }));
    expect(headAt(shown, { turn: 1, nod: 1 })).toEqual([14, 10]);
    expect(headAt(shown, { turn: 0.5, nod: 0.5 })).toEqual([7, 5]);
    expect(headAt(shown, { turn: 1 })).toEqual([10, 0]);
    expect(bodyProblem(shown)).toBeNull();
    // The corner goes with its control, the pad with one of its two.
    expect(Object.values(withoutControl(shown, control).pads)[0]!.corners).toEqual([]);
    expect(withoutControl(shown, 'nod').pads).toEqual({});
  });
  it('sets each control by one pad at most', () => {
    expect(withPad(padded, { name: 'Another', across: 'nod', down: 'turn' })).toBe(padded);
    expect(freeForPads(padded).map(({ id }) => id)).not.toContain('turn');
    const { pads, controls } = padded;
    const [pad] = Object.values(pads);
    const twice = { ...pads, other: { ...pad!, id: 'other' } };
    expect(padProblem(twice, controls)).toMatch(/set already/);
    expect(padProblem({ look: { ...plain, down: 'tail' } }, controls)).toMatch(/does not have/);
    expect(bodyProblem({ ...padded, pads: twice })).toMatch(/set already/);
  });
  it('keeps its places when the range of a control changes', () => {
    const limited = DIAMOND.reduce((now, at) => withPadLimit(now, 'where-it-looks', at), padded);
    const wide = withControl(limited, 'turn', { min: -4, max: 4 });
    expect(headAt(wide, { turn: 4, nod: 1 })[1]).toEqual(expect.closeTo(5, 6));
  });
});

it('a saved pad is read again', () => {
  const saved = FIXTURES.find(({ name }) => name === `character-${CHARACTER_VERSION}-drawn`)!
    .body as never as Character;
  expect(characterSchema.isValidSync(saved)).toBe(true);
  expect(Object.values(saved.pads)[0]!.corners).toHaveLength(1);
});
