import fc from 'fast-check';
import { evenly } from '../testing/evenly';
import { mapped } from '../geometry';
import { FIXTURES } from '../document/fixtures';
import { RICH_CHARACTERS } from '../testing/richCharacters';
import { bodyControlSchema, UNTOUCHED, type BodyControl, type ControlStop } from './bodyControl';
import {
  stopAt,
  withControl,
  withNewControl,
  withPivot,
  withoutControl,
  withoutStop,
  withStop,
  withStopCopied,
  withStopParts,
} from './bodyEdits';
import { bodyPose, changesAt, moveOfStop } from './bodyPose';
import { CHARACTER_VERSION, characterSchema, type Character } from './character';
import { bodyControlId, controlsOf } from './controls';
import { withParts } from './edits';
import { AS_DRAWN, restMatrix } from './part';
import { itemsOf } from './posed';
import { poseOf } from './poseOf';
import { withoutParts } from './removal';
import { stripOf, withStripControl } from './stripControl';

const stop = (at: number, change: Partial<typeof UNTOUCHED>): ControlStop => ({
  at,
  parts: { head: { ...UNTOUCHED, ...change } },
  ...{ grips: {}, regions: {} },
});
const control = (...stops: ControlStop[]): BodyControl => ({
  ...{ id: 'nod', order: 'a0', name: 'Nod', min: -1, max: 2, rest: 0, easing: 'linear', stops },
  ...{ drives: [], withMouth: 0 },
});
const xAt = (of: BodyControl, value: number) => changesAt(of, value).get('head')?.x ?? 0;

describe('a control between its stops', () => {
  const two = control(stop(-1, { x: -10 }), stop(2, { x: 30, turn: 1, opacity: 0.5 }));

  it('touches nothing at rest, and looks as somebody showed at each stop', () => {
    expect(changesAt(two, 0).size).toBe(0);
    expect([xAt(two, -1), xAt(two, 2)]).toEqual([-10, 30]);
    expect(changesAt(two, 2).get('head')).toEqual({ ...UNTOUCHED, x: 30, turn: 1, opacity: 0.5 });
  });
  it('goes evenly from one to the other, and no further than the last', () => {
    expect([xAt(two, -0.5), xAt(two, 1), xAt(two, -9), xAt(two, 9)]).toEqual([-5, 15, -10, 30]);
    expect(changesAt(two, 1).get('head')).toMatchObject({ turn: 0.5, opacity: 0.75 });
  });
  it('goes slowly at both ends, or not before the next stop, where that is wished', () => {
    const eased = { ...two, easing: 'eased' } as const;
    expect([xAt(eased, 0.5), xAt(eased, 1), xAt(eased, 1.5)]).toEqual([
      ...[30 * 0.15625, 15, 30 * 0.84375],
    ]);
    const held = { ...two, easing: 'held' } as const;
    expect([xAt(held, 1.99), xAt(held, 2), xAt(held, -0.01)]).toEqual([0, 30, -10]);
  });
  it('looks at rest as somebody showed, where there is a stop', () => {
    const shown = control(stop(0, { x: 4 }), stop(2, { x: 8 }));
    expect([xAt(shown, 0), xAt(shown, 1), xAt(shown, -1)]).toEqual([4, 6, 4]);
  });
  it('scales by equal factors, and hides parts from a stop on', () => {
    const large = control(stop(2, { scale: 4, hidden: true }));
    expect(changesAt(large, 1).get('head')).toMatchObject({ scale: 2, hidden: null });
    expect(changesAt(large, 2).get('head')!.hidden).toBe(true);
  });
  it('is never beyond what its stops show', () => {
    const values = evenly(-1, 2);
    const ats = fc.uniqueArray(values, { minLength: 1, maxLength: 6 });
    fc.assert(
      fc.property(ats, values, (where, value) => {
        const stops = [...where].sort((a, b) => a - b).map((at) => stop(at, { x: 10 * at }));
        for (const easing of ['linear', 'eased', 'held'] as const) {
          const x = xAt({ ...control(...stops), easing }, value);
          expect(Math.abs(x)).toBeLessThanOrEqual(20);
          expect(Number.isFinite(x)).toBe(true);
        }
      }),
    );
  });
});

describe('a character with a control', () => {
  const plain = RICH_CHARACTERS.get('chart')!;
  const bare = withNewControl(plain, 'nod', 'Nod');
  const posed = withStopParts(withStop(bare, 'nod', 1), 'nod', 1, ['head'], (part) => {
    return { ...part, y: 12, turn: 0.5, opacity: 0.5 };
  });
  const valuesOf = (of: Character, value: number) => {
    const set = controlsOf(of);
    const values = set.rest.slice();
    set.set(values, bodyControlId('nod'), value);
    return values;
  };
  const poseAt = (of: Character, value: number) => poseOf(of, valuesOf(of, value));

  it('has it among all its controls, and at rest stands as before', () => {
    expect(controlsOf(posed).get('body.nod')).toEqual({
      ...{ kind: 'range', id: 'body.nod', label: 'Nod', min: -1, max: 1, rest: 0 },
    });
    const items = (of: Character, value: number) =>
      itemsOf(of, [1, 0, 0, 1, 0, 0], poseAt(of, value)).map(({ version }) => version);
    expect(items(posed, 0)).toEqual(
      itemsOf(plain, [1, 0, 0, 1, 0, 0], poseOf(plain, controlsOf(plain).rest)).map(
        ({ version }) => version,
      ),
    );
    expect(items(posed, 1)).not.toEqual(items(posed, 0));
  });
  it('is turned about the pivot of the part where it rests, and moved', () => {
    const part = posed.parts['head']!;
    const { move, opacity } = poseAt(posed, 1).get('head')!;
    const pivot = mapped(restMatrix(part), part.pivot);
    expect(mapped(move!, pivot)).toEqual({
      x: expect.closeTo(pivot.x),
      y: expect.closeTo(pivot.y + 12),
    });
    expect(opacity).toBe(0.5);
    expect(Math.atan2(move![1], move![0])).toBeCloseTo(0.5);
  });
  it('adds up with what else moves the same part', () => {
    const twice = withNewControl(posed, 'sink', 'Sink');
    const both = withStopParts(withStop(twice, 'sink', 1), 'sink', 1, ['head'], (part) => {
      return { ...part, y: 5, opacity: 0.5 };
    });
    const pose = bodyPose(both.parts, Object.values(both.controls), () => 1).get('head')!;
    const part = both.parts['head']!;
    const pivot = mapped(restMatrix(part), part.pivot);
    expect(mapped(pose.move!, pivot).y).toBeCloseTo(pivot.y + 17);
    expect(pose.opacity).toBe(0.25);
  });

  it('gets stops that look as the control does there already', () => {
    const half = withStop(posed, 'nod', 0.5);
    expect(stopAt(half.controls['nod']!, 0.5)!.parts['head']).toMatchObject({ y: 6, turn: 0.25 });
    expect(withStop(half, 'nod', 0.5)).toBe(half);
    expect(half.controls['nod']!.stops.map(({ at }) => at)).toEqual([0.5, 1]);
    expect(withoutStop(half, 'nod', 1).controls['nod']!.stops.map(({ at }) => at)).toEqual([0.5]);
    const copied = withStopCopied(half, 'nod', 1, -1).controls['nod']!;
    expect(copied.stops[0]).toEqual({ ...copied.stops[2]!, at: -1 });
  });
  it('forgets what a stop no longer does, and parts that are gone', () => {
    const back = withStopParts(posed, 'nod', 1, ['head'], () => UNTOUCHED);
    expect(back.controls['nod']!.stops).toMatchObject([{ at: 1, parts: {} }]);
    const beheaded = withoutParts(posed, ['head']);
    expect(beheaded.controls['nod']!.stops).toMatchObject([{ at: 1, parts: {} }]);
    expect(withoutControl(posed, 'nod').controls).toEqual({});
  });
  it('looks the same at its stops where a part turns about another point', () => {
    const number = fc.integer({ min: -200, max: 200 });
    fc.assert(
      fc.property(number, number, (x, y) => {
        const still = withParts(posed, ['head'], { rest: AS_DRAWN });
        const moved = withPivot(still, 'head', { x, y });
        const before = poseAt(still, 1).get('head')!.move!;
        poseAt(moved, 1)
          .get('head')!
          .move!.forEach((value, at) => expect(value).toBeCloseTo(before[at]!));
        expect(moved.parts['head']!.pivot).toEqual({ x, y });
      }),
    );
  });
  it('keeps rest and stops in the range that it is given', () => {
    const { rest, stops } = withControl(posed, 'nod', { min: 0.25, max: 0.75 }).controls['nod']!;
    expect([rest, stops]).toEqual([0.25, []]);
  });

  it.each([
    ['no range', { min: 1, max: 1 }, /largest value above/],
    ['a rest outside', { rest: 2 }, /rests between/],
    ['stops out of order', { stops: [stop(0.5, {}), stop(0.2, {})] }, /in order/],
    ['two stops at once', { stops: [stop(0.5, {}), stop(0.5, {})] }, /in order/],
    ['a stop beyond', { stops: [stop(3, {})] }, /in its range/],
    ['no name', { name: ' ' }, /name/],
    ['a size of nothing', { stops: [stop(0, { scale: 0 })] }, /scale/],
    ['numbers without end', { stops: [stop(0, { x: Infinity })] }, /x/],
  ])('is refused with %s', (_, change, sentence) => {
    const wrong = { ...posed.controls['nod']!, ...change };
    expect(() => bodyControlSchema.validateSync(wrong)).toThrow(sentence);
  });
  it('is refused where it names a part that is not there', () => {
    const { body } = FIXTURES.find(({ name }) => name === `character-${CHARACTER_VERSION}-drawn`)!;
    const whole = body as unknown as Character;
    expect(characterSchema.isValidSync(whole)).toBe(true);
    const [id] = Object.keys(whole.controls);
    const { at } = whole.controls[id!]!.stops[0]!;
    const lost = withStopParts(whole, id!, at, ['nobody'], (part) => ({ ...part, x: 1 }));
    expect(() => characterSchema.validateSync(lost)).toThrow(/does not have/);
  });
});

describe('a strip of drawings', () => {
  const chart = RICH_CHARACTERS.get('chart')!;
  const strip = stripOf(chart, 'mouth');
  const turning = withStripControl(chart, 'mouth', 'Mouth turns');
  const control = turning.controls['mouth-turns']!;
  const shown = (easing: BodyControl['easing'], value: number) =>
    bodyPose(turning.parts, [{ ...control, easing }], () => value).get('mouth')!;

  it('is run through by a control, from the first drawing to the last, and rests where it rested', () => {
    expect(strip.length).toBeGreaterThan(2);
    expect(control.stops.map(({ parts }) => parts['mouth']!.shows)).toEqual(strip);
    expect([control.stops[0]!.at, control.stops.at(-1)!.at]).toEqual([-1, 1]);
    expect(shown('held', control.rest).shows).toBe(chart.parts['mouth']!.shows);
    expect([shown('held', -1).shows, shown('held', 1).shows]).toEqual([strip[0], strip.at(-1)]);
  });
  it('cuts from one to the next, or fades', () => {
    const [first, second] = control.stops;
    const between = first!.at + 0.75 * (second!.at - first!.at);
    expect(shown('held', between)).toMatchObject({ shows: strip[0] });
    expect(shown('held', between).fading).toBeUndefined();
    expect(shown('linear', between)).toMatchObject({
      shows: strip[0],
      fading: { part: strip[1], share: expect.closeTo(0.75) },
    });
  });
  it('is cut half-way, and goes on mirrored to the other side where it is drawn for one', () => {
    const [front, side, far] = strip;
    const three = withParts(chart, strip.slice(3), { parent: null });
    const mirrored = withStripControl(three, 'mouth', 'Mouth turns', true);
    const { stops, rest } = mirrored.controls['mouth-turns']!;
    expect([rest, stops.map(({ at }) => at)]).toEqual([0, [-1, -0.5, 0, 0.5, 1]]);
    const at = (value: number) => {
      const [, part] = [...changesAt(mirrored.controls['mouth-turns']!, value)][0]!;
      return [part.shows, part.mirrored];
    };
    expect([at(0.2), at(0.3), at(0.8)]).toEqual([
      [front, false],
      [side, false],
      [far, false],
    ]);
    expect([at(-0.2), at(-0.3), at(-1)]).toEqual([
      [front, false],
      [side, true],
      [far, true],
    ]);
    const part = three.parts['mouth']!;
    const turned = moveOfStop(part, { ...UNTOUCHED, mirrored: true });
    const pivot = mapped(restMatrix(part), part.pivot);
    expect(mapped(turned, { x: pivot.x + 3, y: pivot.y + 5 })).toEqual({
      x: pivot.x - 3,
      y: pivot.y + 5,
    });
  });
  it('is none where too few drawings are inside, or all are seen', () => {
    expect(stripOf(chart, 'body')).toEqual([]);
    expect(withStripControl(chart, 'body', 'x')).toBe(chart);
    expect(
      stripOf(
        { ...chart, parts: { ...chart.parts, mouth: { ...chart.parts['mouth']!, shows: null } } },
        'mouth',
      ),
    ).toEqual([]);
  });
  it('goes on without a drawing that goes', () => {
    const less = withoutParts(turning, [strip[1]!]);
    expect(less.controls['mouth-turns']!.stops[1]!.parts['mouth']?.shows ?? null).toBeNull();
  });
});
