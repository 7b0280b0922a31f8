import fc from 'fast-check';
import { FLICKS_PER_SECOND } from '../time';
import { Checkpoints } from './checkpoints';
import { softFollow } from './follow';
import { STEP_RATE, stepAt, timeOfStep } from './simulation';
import { SimulationRun } from './simulationRun';

/** Follows slot 0 into slot 1. */
const follow = softFollow('follow', 0, 1);

/** Where a follower is at each step, of a goal over steps. */
function followed(goals: readonly number[]): number[] {
  const run = new SimulationRun([follow]);
  return goals.map((_, step) => {
    const values = new Float64Array(2);
    run.seek(step, (at) => Float64Array.of(goals[at]!, 0), values);
    return values[1]!;
  });
}

describe('a soft follow', () => {
  const jump = followed([0, ...new Array<number>(80).fill(1)]);
  it('goes to its goal without overshooting, and stands still there', () => {
    jump.slice(1).forEach((at, index) => expect(at).toBeGreaterThanOrEqual(jump[index]!));
    expect(Math.max(...jump)).toBe(1);
    expect(jump.at(-1)).toBe(1);
    expect(jump[24]).toBeGreaterThan(0.9);
    expect(jump[6]).toBeLessThan(0.5);
  });
  it('is the exact movement of a critically damped spring', () => {
    const rate = -Math.log(0.85);
    for (const step of [1, 5, 12, 20]) {
      expect(jump[step]).toBeCloseTo(1 - (1 + rate * step) * Math.exp(-rate * step), 9);
    }
  });
  it('begins where its goal is', () => {
    expect(followed([0.5, 0.5])).toEqual([0.5, 0.5]);
  });
  it('does not tell apart what differs only in the last bits', () => {
    const goals = Array.from({ length: 60 }, (_, step) => Math.abs(Math.sin(step / 9)));
    const nearly = goals.map((goal) => goal * (1 + 1e-15));
    expect(followed(nearly)).toEqual(followed(goals));
  });
});

describe('a run', () => {
  const goal = (step: number) => (Math.floor(step / 17) % 2 === 0 ? 0 : 1);
  const sequential = followed(Array.from({ length: 2000 }, (_, step) => goal(step)));
  it('gives the same at a step, in whatever order they are asked for', () => {
    const steps = fc.array(fc.integer({ min: 0, max: 1999 }), { minLength: 1, maxLength: 12 });
    fc.assert(
      fc.property(steps, (order) => {
        const run = new SimulationRun([follow]);
        for (const step of order) {
          const values = new Float64Array(2);
          run.seek(step, (at) => Float64Array.of(goal(at), 0), values);
          expect(values[1]).toBe(sequential[step]);
        }
      }),
    );
  });
  it('goes on from the nearest checkpoint, not from the start', () => {
    const run = new SimulationRun([follow]);
    let asked = 0;
    const seek = (step: number) => {
      asked = 0;
      run.seek(
        step,
        (at) => {
          asked++;
          return Float64Array.of(goal(at), 0);
        },
        new Float64Array(2),
      );
      return asked;
    };
    expect(seek(1900)).toBe(1901);
    expect([seek(1901), seek(1900), seek(1801)]).toEqual([1, 0, 0]);
    expect(seek(300)).toBeLessThan(STEP_RATE);
  });
  it('forgets what comes after a change, and nothing before it', () => {
    const run = new SimulationRun([follow]);
    const at = (step: number, goals: (step: number) => number) => {
      const values = new Float64Array(2);
      run.seek(step, (one) => Float64Array.of(goals(one), 0), values);
      return values[1];
    };
    at(500, goal);
    const changed = (step: number) => (step < 400 ? goal(step) : 0.25);
    run.dropFrom(400);
    const expected = followed(Array.from({ length: 501 }, (_, step) => changed(step)));
    expect([at(399, changed), at(500, changed)]).toEqual([expected[399], expected[500]]);
  });
  it('lets a simulation read what the one before it wrote', () => {
    const chain = [softFollow('first', 0, 1), softFollow('second', 1, 2)];
    const run = new SimulationRun(chain);
    const values = new Float64Array(3);
    run.seek(20, (step) => Float64Array.of(step === 0 ? 0 : 1, 0, 0), values);
    expect(values[1]).toBeGreaterThan(values[2]!);
    expect(values[2]).toBeGreaterThan(0.3);
  });
});

it('keeps a bounded number of checkpoints, close together near the latest', () => {
  const checkpoints = new Checkpoints();
  const half = 30 * 60 * STEP_RATE;
  for (let step = 0; step <= half; step++) checkpoints.save(step, Float64Array.of(step));
  expect(checkpoints.size).toBeLessThan(1000);
  for (let back = 0; back < 2 * STEP_RATE; back++) {
    expect(checkpoints.before(half - back)!.step).toBe(half - back);
  }
  expect(half - 3000 - checkpoints.before(half - 3000)!.step).toBeLessThan(STEP_RATE);
  expect(90_000 - checkpoints.before(90_000)!.step).toBeLessThan(10 * STEP_RATE);
  expect(checkpoints.before(-1)).toBeNull();
});

it('steps a hundred and twenty times a second, exactly', () => {
  expect(timeOfStep(STEP_RATE)).toBe(FLICKS_PER_SECOND);
  expect([stepAt(timeOfStep(7)), stepAt(timeOfStep(7) - 1), stepAt(-5)]).toEqual([7, 6, 0]);
});
