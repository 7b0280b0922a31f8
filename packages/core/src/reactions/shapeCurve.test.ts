import fc from 'fast-check';
import { evenly } from '../testing/evenly';
import { STEP_RATE } from '../simulation';
import { curveOfHappenings } from './curves';
import { USUAL_STEPS } from './reactionEdits';
import { shapedCurve, type StepCurve } from './shapeCurve';
import { SHAPING_KINDS, type ShapingStep } from './shaping';

/** A curve of given values, 0 before and after. */
const given = (values: readonly number[]): StepCurve => {
  return (from, count) => Float64Array.from({ length: count }, (_, at) => values[from + at] ?? 0);
};
const once = curveOfHappenings([{ start: 1, end: 1.2, value: 0.8 }]);
const shaped = (step: ShapingStep, values: readonly number[]) => [
  ...shapedCurve(given(values), [step])(0, values.length),
];
const at = (seconds: number) => Math.round(seconds * STEP_RATE);

describe('a shaped curve', () => {
  const value = evenly(-2, 2);
  // Chance looks back for ten seconds and no further, which none of these reach.
  it.each(SHAPING_KINDS)('is the same in one piece and in several: %s', (kind) => {
    const step = USUAL_STEPS[kind];
    fc.assert(
      fc.property(
        fc.array(value, { minLength: 20, maxLength: 240 }),
        fc.integer({ min: 1, max: 19 }),
        (values, cut) => {
          const curve = shapedCurve(given(values), [step, USUAL_STEPS.limit]);
          const whole = curve(0, values.length);
          const pieces = [...curve(0, cut), ...curve(cut, values.length - cut)];
          pieces.forEach((one, place) => expect(one).toBeCloseTo(whole[place]!, 2));
          expect(pieces.every(Number.isFinite)).toBe(true);
        },
      ),
      { numRuns: 20 },
    );
  });
  it('is as it was without steps', () => {
    expect(shapedCurve(once, [])).toBe(once);
  });
});

describe('steps that shape each value', () => {
  it.each([
    [{ kind: 'gate', level: 0.5 }, [0, 0, 0.5, 1]],
    [{ kind: 'window', from: 0.4, to: 0.9 }, [-0.8, 0, 0.2, 1.2]],
    [{ kind: 'gain', factor: -2 }, [-0, -0.8, -1, -2]],
    [{ kind: 'offset', amount: 0.25 }, [0.25, 0.65, 0.75, 1.25]],
    [{ kind: 'invert' }, [1, 0.6, 0.5, 0]],
    [{ kind: 'steps', count: 2 }, [0, 0.5, 0.5, 1]],
    [{ kind: 'limit', least: 0.1, most: 0.45, soft: false }, [0.1, 0.4, 0.45, 0.45]],
    [
      {
        ...{ kind: 'curve' },
        points: [
          { in: 0.2, out: 1 },
          { in: 0.6, out: 0 },
        ],
      },
      [1, 0.5, 0.25, 0],
    ],
  ] as [ShapingStep, number[]][])('%j', (step, expected) => {
    shaped(step, [0, 0.4, 0.5, 1]).forEach((one, place) => {
      expect(one).toBeCloseTo(expected[place]!, 9);
    });
  });
  it('a soft limit is never passed, and bends towards it', () => {
    const out = shaped({ kind: 'limit', least: 0, most: 1, soft: true }, [-5, 0.5, 0.9, 5]);
    expect(out[0]).toBeGreaterThanOrEqual(0);
    expect(out[1]).toBeCloseTo(0.5);
    expect(out[2]).toBeLessThan(0.9);
    expect(out[3]).toBeLessThanOrEqual(1);
  });
});

describe('steps that work over time', () => {
  const step = (kind: ShapingStep) => shapedCurve(once, [kind])(0, 3 * STEP_RATE);
  it('attack and release rise and fall by 63 % within their times', () => {
    const out = step({ kind: 'follow', attack: 0.05, release: 0.1 });
    expect(out[at(1.05)]).toBeCloseTo(0.8 * (1 - Math.exp(-1)), 1);
    expect(out[at(1.3)]! / out[at(1.2) - 1]!).toBeCloseTo(Math.exp(-1), 1);
  });
  it('smoothing is as early as what it smooths, and keeps its sum', () => {
    const out = step({ kind: 'smooth', seconds: 0.2 });
    expect(out[at(1.05)]).toBeCloseTo(out[at(1.15) - 1]!, 9);
    expect(out.reduce((sum, one) => sum + one, 0)).toBeCloseTo(0.8 * 0.2 * STEP_RATE, 6);
  });
  it.each([0.25, -0.25])('a delay of %s s moves it', (seconds) => {
    const out = step({ kind: 'delay', seconds });
    expect(out.findIndex((one) => one > 0)).toBe(at(1 + seconds));
  });
  it('a spring swings over where it is damped little, and comes to rest', () => {
    const out = shapedCurve(curveOfHappenings([{ start: 1, end: 9, value: 1 }]), [
      { kind: 'spring', frequency: 2, damping: 0.2 },
    ])(0, 8 * STEP_RATE);
    expect(Math.max(...out)).toBeGreaterThan(1.3);
    expect(out[at(7.9)]).toBeCloseTo(1, 2);
  });
  it('hold stays at the highest', () => {
    const out = step({ kind: 'hold', seconds: 0.5 });
    expect([out[at(1.6)], out[at(1.72)]]).toEqual([0.8, 0]);
  });
  it('chance lets about its share happen, each time wholly or not at all', () => {
    const many = Array.from({ length: 400 }, (_, place) => ({
      ...{ start: place, end: place + 0.3, value: 1 },
    }));
    const curve = shapedCurve(curveOfHappenings(many), [{ kind: 'chance', share: 0.3, seed: 4 }]);
    let happened = 0;
    for (let second = 1; second < 400; second++) {
      const out = new Set(curve(at(second), at(0.3)));
      expect(out.size).toBe(1);
      if (out.has(1)) happened++;
    }
    expect(happened / 399).toBeGreaterThan(0.22);
    expect(happened / 399).toBeLessThan(0.38);
  });
});

describe('a gesture', () => {
  const gesture = {
    kind: 'gesture',
    rise: 0.15,
    stay: 0.1,
    settle: 0.4,
    anticipation: 0.2,
  } as const;
  const out = shapedCurve(once, [gesture])(0, 4 * STEP_RATE);
  it('goes a little the other way before, and begins within 50 ms of what happens', () => {
    expect(Math.min(...out.slice(at(0.85), at(1.05)))).toBeLessThan(-0.005);
    expect(out.slice(0, at(0.89)).every((one) => one === 0)).toBe(true);
    const rising = out.findIndex((one) => one > 0);
    expect(rising).toBeGreaterThanOrEqual(at(1));
    expect(rising).toBeLessThanOrEqual(at(1.05));
  });
  it('comes near to its strength, stays, and settles without swinging over', () => {
    const highest = Math.max(...out);
    expect(highest).toBeGreaterThan(0.8 * 0.9);
    expect(highest).toBeLessThanOrEqual(0.8);
    expect(Math.abs(out[at(3.5)]!)).toBeLessThan(0.01);
    expect(Math.min(...out.slice(at(1.1)))).toBeGreaterThan(-0.01);
  });
  it('moves smoothly: from step to step never by much, nor does its speed change by much', () => {
    const speeds = out.slice(1).map((one, place) => one - out[place]!);
    expect(Math.max(...speeds.map(Math.abs))).toBeLessThan(0.1);
    const changes = speeds.slice(1).map((one, place) => one - speeds[place]!);
    expect(Math.max(...changes.map(Math.abs))).toBeLessThan(0.05);
  });
});
