import fc from 'fast-check';
import { emitterSchema, MOST_IN_THE_AIR, type Emitter, type ParticleStyle } from './emitter';
import { PARTICLE_RATE } from './flight';
import { ParticleRun } from './particleRun';
import { emitterOf, PARTICLE_PRESETS } from './presets';
import type { ParticleInputs, Surroundings } from './surroundings';
import { OF, STATE, type Swarm } from './swarm';
import { chance, directionOf, whirlAt } from './chance';

const STAGE = { width: 800, height: 600 };
const NO_EDGES = { left: false, right: false, top: false, bottom: false };
const STILL: ParticleInputs = {
  ...{ amount: 1, burst: false, wind: 0 },
  place: (across) => ({ x: 800 * across, y: 0 }),
};

const inAir = (changes: Partial<Surroundings> = {}, inputs = (_step: number) => STILL) => ({
  ...{ ...STAGE, gravity: 2000, edges: { ...NO_EDGES, bottom: true }, settled: false },
  inputsAt: inputs,
  obstaclesAt: () => null,
  ...changes,
});

const emitter = (changes: Partial<Emitter> = {}, style: Partial<ParticleStyle> = {}): Emitter => {
  const made = emitterOf('snow', STAGE, 5);
  return { id: 'one', order: 'a', ...made, ...changes, style: { ...made.style, ...style } };
};

/** One particle that comes at step 1, straight down from the middle of the top. */
const single = (style: Partial<ParticleStyle>, changes: Partial<Surroundings> = {}) => {
  const one = emitter(
    { rate: 0, burst: 1 },
    {
      ...{ speed: { mean: 300, spread: 0 }, life: { mean: 10, spread: 0 }, fan: 0 },
      ...{ gravity: 0, drag: 0, turbulence: 0, meeting: 'nothing' },
      ...style,
    },
  );
  const inputs = (step: number) => {
    return { ...STILL, burst: step >= 1, place: () => ({ x: 400, y: 0 }) };
  };
  return new ParticleRun(one, inAir(changes, inputs));
};

const at = (swarm: Swarm, property: keyof typeof OF, particle = 0) =>
  swarm.numbers[particle * OF.numbers + OF[property]]!;

describe('particles', () => {
  it('are the same at a step, in whatever order steps are asked for', () => {
    const inputs = (step: number): ParticleInputs => ({
      ...STILL,
      ...{ amount: step % 90 < 45 ? 1 : 0.2, burst: step % 100 > 90, wind: 60 * ((step % 7) - 3) },
    });
    const one = emitter({ rate: 40, burst: 25 }, { life: { mean: 1.5, spread: 0.5 } });
    const around = inAir({ settled: true }, inputs);
    const known = new Map<number, Float64Array>();
    const sequential = new ParticleRun(one, around);
    for (let step = 0; step <= 400; step++) {
      sequential.seek(step);
      known.set(step, sequential.swarm.saved);
    }
    expect(known.get(400)!.length).toBeGreaterThan(20 * OF.numbers);
    const steps = fc.array(fc.integer({ min: 0, max: 400 }), { minLength: 1, maxLength: 8 });
    fc.assert(
      fc.property(steps, (order) => {
        const run = new ParticleRun(one, around);
        for (const step of order) {
          run.seek(step);
          expect(run.swarm.saved).toEqual(known.get(step));
        }
      }),
      { numRuns: 25 },
    );
  });

  it('come as many as the rate says on the average, by the share of it that counts', () => {
    for (const amount of [1, 0.25]) {
      const run = new ParticleRun(
        emitter({ rate: 120, burst: 0 }, { life: { mean: 10, spread: 0 } }),
        inAir({}, () => ({ ...STILL, amount })),
      );
      run.seek(10 * PARTICLE_RATE - 1);
      expect(Math.abs(run.swarm.count / (1200 * amount) - 1)).toBeLessThan(0.1);
    }
  });

  it('fill the air at the beginning only where it is settled', () => {
    const counts = [true, false].map((settled) => {
      const run = new ParticleRun(emitter({ rate: 100 }), inAir({ settled }));
      run.seek(0);
      return run.swarm.count;
    });
    expect(counts[0]).toBeGreaterThan(800);
    expect(counts[1]).toBeLessThan(5);
  });

  it('burst once where that begins, and come from elsewhere with another seed', () => {
    const inputs = (step: number) => ({ ...STILL, burst: step >= 30 });
    const runs = [5, 6].map((seed) => {
      const run = new ParticleRun(emitter({ rate: 0, burst: 40, seed }), inAir({}, inputs));
      run.seek(29);
      expect(run.swarm.count).toBe(0);
      run.seek(90);
      return run.swarm;
    });
    expect(runs.map(({ count }) => count)).toEqual([40, 40]);
    expect(runs[0]!.saved).not.toEqual(runs[1]!.saved);
  });

  it('stay countable where bursts follow each other without end', () => {
    const inputs = (step: number) => ({ ...STILL, burst: step % 2 === 0 });
    const endless = emitter({ rate: 0, burst: MOST_IN_THE_AIR }, { life: { mean: 2, spread: 0 } });
    const run = new ParticleRun(endless, inAir({}, inputs));
    run.seek(240);
    expect(run.swarm.count).toBeLessThan(6 * MOST_IN_THE_AIR);
    // The same where they are set live.
    const live = new ParticleRun(endless, inAir());
    live.seek(0);
    const [on, off] = [true, false].map((burst) => ({ ...STILL, burst }));
    for (let step = 1; step <= 240; step++) {
      const odd = step % 2 === 1;
      live.follow(step, odd ? on! : off!, odd ? off! : on!);
    }
    expect(live.swarm.count).toBeGreaterThan(MOST_IN_THE_AIR / 2);
    expect(live.swarm.count).toBeLessThan(6 * MOST_IN_THE_AIR);
  });

  it('fly as they were thrown, fall, and are carried by the wind', () => {
    const thrown = single({});
    thrown.seek(60);
    expect(at(thrown.swarm, 'y')).toBeCloseTo(300, 6);
    const fallen = single({ gravity: 1, speed: { mean: 0, spread: 0 } });
    fallen.seek(60);
    // Half of gravity times the square of the time, but for the length of the steps.
    expect(at(fallen.swarm, 'y')).toBeCloseTo(1000 * (1 + 1 / 60), 3);
    const blown = new ParticleRun(
      emitter({ rate: 0, burst: 1 }, { drag: 20, wind: 1, gravity: 0, turbulence: 0 }),
      inAir({}, (step) => ({ ...STILL, burst: step >= 1, wind: 90 })),
    );
    blown.seek(60);
    expect(at(blown.swarm, 'vx')).toBeGreaterThan(85);
    // Thrown into air that moves already, also where nothing holds it back.
    const carried = new ParticleRun(
      emitter(
        { rate: 0, burst: 1 },
        { drag: 0, wind: 0.5, gravity: 0, turbulence: 0, speed: { mean: 0, spread: 0 } },
      ),
      inAir({}, (step) => ({ ...STILL, burst: step >= 1, wind: 90 })),
    );
    carried.seek(30);
    expect(at(carried.swarm, 'vx')).toBe(45);
  });

  it.each([
    ['bounce', { y: 488, state: STATE.flies }],
    ['stick', { y: 600, state: STATE.sticks }],
    ['splash', { y: 600, state: STATE.splashed }],
    ['nothing', { y: 750, state: STATE.flies }],
  ] as const)('%s at an edge of the stage that nothing leaves by', (meeting, expected) => {
    const run = single({ meeting, bounce: 0.8, speed: { mean: 600, spread: 0 } });
    run.seek(75);
    expect(at(run.swarm, 'y')).toBeCloseTo(expected.y, 0);
    expect(at(run.swarm, 'state')).toBe(expected.state);
    const open = single(
      { meeting, speed: { mean: 600, spread: 0 } },
      { edges: { ...NO_EDGES, left: true, right: true, top: true } },
    );
    open.seek(75);
    expect(at(open.swarm, 'y')).toBeCloseTo(750, 6);
  });

  it('are gone where they vanish at an edge, after a splash, and after their life', () => {
    const counts = (style: Partial<ParticleStyle>, step: number) => {
      const run = single({ speed: { mean: 600, spread: 0 }, ...style });
      run.seek(step);
      return run.swarm.count;
    };
    expect([counts({ meeting: 'vanish' }, 59), counts({ meeting: 'vanish' }, 62)]).toEqual([1, 0]);
    expect([counts({ meeting: 'splash' }, 70), counts({ meeting: 'splash' }, 90)]).toEqual([1, 0]);
    const short = { life: { mean: 0.5, spread: 0 } };
    expect([counts(short, 29), counts(short, 31)]).toEqual([1, 0]);
  });

  it('go on with what is set live, and are as before once that is over', () => {
    const one = emitter({ rate: 0, burst: 30 });
    const run = new ParticleRun(one, inAir());
    run.seek(10);
    const pushed = { ...STILL, burst: true };
    run.follow(12, pushed, STILL);
    expect(run.swarm.count).toBe(30);
    run.follow(14, pushed, pushed);
    expect(run.swarm.count).toBe(30);
    run.seek(15);
    expect(run.swarm.count).toBe(0);
  });
});

describe('what is drawn by lot', () => {
  it('is spread evenly', () => {
    const drawn = Array.from({ length: 4000 }, (_, key) => chance(key, 3));
    const tenths = Array.from(
      { length: 10 },
      (_, tenth) => drawn.filter((share) => Math.floor(10 * share) === tenth).length,
    );
    tenths.forEach((count) => expect(Math.abs(count - 400)).toBeLessThan(80));
  });
  it('whirls the air smoothly, and nowhere together or apart', () => {
    const step = 1e-4;
    fc.assert(
      fc.property(fc.nat(10_000), fc.nat(10_000), (across, down) => {
        const [x, y] = [across * 0.0137, down * 0.0119];
        const here = whirlAt(4, x, y);
        const [right, below] = [whirlAt(4, x + step, y), whirlAt(4, x, y + step)];
        expect(Math.hypot(here.x, here.y)).toBeLessThan(6);
        expect(Math.hypot(right.x - here.x, right.y - here.y)).toBeLessThan(0.01);
        const spreads = (right.x - here.x) / step + (below.y - here.y) / step;
        expect(Math.abs(spreads)).toBeLessThan(0.02);
      }),
    );
  });
  it('gives directions as sines and cosines do', () => {
    fc.assert(
      fc.property(fc.double({ min: -50, max: 50, noNaN: true }), (angle) => {
        const { x, y } = directionOf(angle);
        expect(Math.hypot(x - Math.cos(angle), y - Math.sin(angle))).toBeLessThan(1e-6);
      }),
    );
  });
});

describe('an emitter', () => {
  it.each(PARTICLE_PRESETS)('of %s can be kept, on any stage', (preset) => {
    for (const [width, height] of [
      [1920, 1080],
      [1080, 1920],
      [64, 64],
    ] as const) {
      const one = { ...emitterOf(preset, { width, height }, 1), id: 'a', order: 'a0' };
      expect(emitterSchema.validateSync(one, { strict: true })).toEqual(one);
    }
  });
  it('that would fill the air without end is refused in plain words', () => {
    const wild = emitter({ rate: 20_000 }, { life: { mean: 5, spread: 0 } });
    expect(() => emitterSchema.validateSync(wild, { strict: true })).toThrow(
      'at most 5,000 particles of an emitter can be in the air',
    );
    expect(() => emitterSchema.validateSync(emitter({ rate: NaN }), { strict: true })).toThrow();
  });
});
