import fc from 'fast-check';
import { bodySchema, USUAL_BODY, type Body, type BodyKind } from './body';
import { BodyRun } from './bodyRun';
import { loadPhysics, type PhysicsEngine } from './engine';
import {
  INPUT,
  inputOf,
  PLACE,
  type Rigid,
  type RigidInputs,
  type RigidPlace,
  type RigidSetting,
} from './rigid';
import { BODY_RATE } from './rigidWorld';

let engine: PhysicsEngine;
beforeAll(async () => {
  engine = await loadPhysics();
});

const STAGE = { width: 1920, height: 1080 };
const EDGES = { left: true, right: true, top: false, bottom: true };

/** A square of a hundred stage units. */
const rigid = (kind: BodyKind, fields: Partial<Body> = {}, half = 50): Rigid => ({
  body: {
    ...{ ...USUAL_BODY, id: kind, order: 'a', name: kind, member: 'stage', part: kind, kind },
    shape: { kind: 'box' },
    ...fields,
  },
  shape: {
    kind: 'pieces',
    pieces: [Float32Array.of(-half, -half, half, -half, half, half, -half, half)],
  },
});

const settingOf = (rigids: readonly Rigid[], fields: Partial<RigidSetting> = {}): RigidSetting => ({
  ...{ rigids, links: [], ...STAGE, gravity: 9.81, edges: EDGES, settled: false },
  ...fields,
});

interface Acting extends RigidPlace {
  readonly held?: boolean;
  readonly present?: boolean;
}

function inputsOf(pieces: readonly Acting[], wind = 0, again = 0): RigidInputs {
  const inputs = new Float64Array(inputOf(pieces.length));
  inputs[INPUT.wind] = wind;
  inputs[INPUT.again] = again;
  pieces.forEach(({ x, y, turn, held = false, present = true }, at) => {
    inputs.set([x, y, turn, present ? 1 : 0, held ? 1 : 0], inputOf(at));
  });
  return inputs;
}

const at = (x: number, y: number, turn = 0): Acting => ({ x, y, turn });

function placeIn(places: Float32Array, piece: number): RigidPlace {
  const own = piece * PLACE.numbers;
  return {
    x: places[own + PLACE.x]!,
    y: places[own + PLACE.y]!,
    turn: places[own + PLACE.turn]!,
  };
}

/** Where a piece is after some seconds. */
function after(
  seconds: number,
  setting: RigidSetting,
  inputsAt: (step: number) => RigidInputs,
  piece = 0,
): RigidPlace {
  const run = new BodyRun(engine, setting, inputsAt);
  const place = placeIn(run.placesAt(Math.round(seconds * BODY_RATE)), piece);
  run.free();
  return place;
}

describe('what is loose', () => {
  it('falls as on a stage of three metres, and comes to rest on its floor', () => {
    const setting = settingOf([rigid('loose')]);
    const inputs = inputsOf([at(900, 200)]);
    // Half of 9.81 m/s² over a fifth of a second are 0.196 m, 70.6 of 360 units a metre.
    expect(after(0.2, setting, () => inputs).y).toBeCloseTo(200 + 0.5 * 9.81 * 0.04 * 360, -1);
    const rest = after(3, setting, () => inputs);
    expect(rest.y).toBeCloseTo(STAGE.height - 50, 0);
    expect(after(4, setting, () => inputs)).toEqual(rest);
  });
  it('falls out of a stage without a floor, and through all where it meets nothing', () => {
    const inputs = inputsOf([at(900, 200), at(900, 600)]);
    const noFloor = settingOf([rigid('loose')], { edges: { ...EDGES, bottom: false } });
    expect(after(3, noFloor, () => inputs).y).toBeGreaterThan(2 * STAGE.height);
    const through = settingOf([rigid('through'), rigid('fixed')]);
    expect(after(3, through, () => inputs).y).toBeGreaterThan(2 * STAGE.height);
  });
  it('lies on what is fixed only where they share a layer', () => {
    const inputs = inputsOf([at(900, 200), at(900, 600)]);
    const on = settingOf([rigid('loose'), rigid('fixed')]);
    expect(after(3, on, () => inputs).y).toBeCloseTo(500, 0);
    const apart = settingOf([rigid('loose', { layers: 1 }), rigid('fixed', { layers: 2 })]);
    expect(after(3, apart, () => inputs).y).toBeCloseTo(STAGE.height - 50, 0);
  });
  it('is blown by the wind, as much as its share', () => {
    const inputs = inputsOf([at(900, 1030)], 2000);
    const blown = (wind: number) =>
      after(1, settingOf([rigid('loose', { wind, friction: 0 })]), () => inputs).x;
    expect(blown(0)).toBeCloseTo(900, 1);
    expect(blown(1)).toBeGreaterThan(blown(0.3));
    expect(blown(0.3)).toBeGreaterThan(905);
  });
  it('bounces as high as its bounce says', () => {
    const inputs = inputsOf([at(900, 200)]);
    const highest = (bounce: number) => {
      const run = new BodyRun(engine, settingOf([rigid('loose', { bounce })]), () => inputs);
      const heights = Array.from({ length: 90 }, (_, at) => placeIn(run.placesAt(60 + at), 0).y);
      return Math.min(...heights);
    };
    expect(highest(0.8)).toBeLessThan(highest(0.3) - 100);
    expect(highest(0)).toBeGreaterThan(1000);
  });
});

describe('what is performed', () => {
  /** A solid square that goes to the right by so many units a second from half a second on. */
  const pushing = (speed: number) => (step: number) =>
    inputsOf([at(1000, 1030), at(800 + Math.max(0, step / BODY_RATE - 0.5) * speed, 1030)]);
  const setting = settingOf([rigid('loose'), rigid('solid')]);
  it('pushes what is in its way, the further the faster it moves', () => {
    const slowly = after(1.2, setting, pushing(300)).x;
    const fast = after(1.2, setting, pushing(900)).x;
    expect(slowly).toBeGreaterThan(1050);
    expect(fast).toBeGreaterThan(slowly + 200);
  });
  it('does not throw what it touched when it leaps elsewhere', () => {
    const leaps = (step: number) => inputsOf([at(1000, 1030), at(step < 30 ? 900 : 1700, 1030)]);
    const { x, y } = after(2, setting, leaps);
    expect(Math.abs(x - 1000)).toBeLessThan(20);
    expect(y).toBeCloseTo(1030, 0);
  });
  it('is not in the way while it is not seen', () => {
    const unseen = (step: number) => {
      const [loose, solid] = [at(1000, 1030), at(800 + step * 10, 1030)];
      return inputsOf([loose, { ...solid, present: false }]);
    };
    expect(after(1, setting, unseen).x).toBeCloseTo(1000, 1);
  });
});

describe('what is springy', () => {
  const setting = settingOf([rigid('springy', { gravity: 0 })]);
  it('swings about the place that it is moved to, and comes there', () => {
    const jump = (step: number) => inputsOf([at(step < 10 ? 500 : 700, 500, step < 10 ? 0 : 0.5)]);
    const run = new BodyRun(engine, setting, jump);
    const xs = Array.from({ length: 200 }, (_, step) => placeIn(run.placesAt(step), 0).x);
    expect(Math.max(...xs)).toBeGreaterThan(720);
    expect(after(5, setting, jump)).toMatchObject({
      x: expect.closeTo(700, 0),
      turn: expect.closeTo(0.5, 2),
    });
  });
  it('holds however stiff it is', () => {
    const stiff = settingOf([rigid('springy', { spring: { rate: 15, damping: 0 } })]);
    const jump = (step: number) => inputsOf([at(step < 10 ? 500 : 700, 500)]);
    const run = new BodyRun(engine, stiff, jump);
    for (let step = 0; step < 600; step++) {
      expect(Math.abs(placeIn(run.placesAt(step), 0).x - 600)).toBeLessThan(320);
    }
  });
  it('is pushed away by what lies on it, and comes back', () => {
    const both = settingOf([
      rigid('springy', { gravity: 0, spring: { rate: 2, damping: 0.5 } }),
      rigid('loose', { density: 2 }),
    ]);
    const inputs = inputsOf([at(500, 600), at(500, 480)]);
    expect(after(1, both, () => inputs).y).toBeGreaterThan(610);
  });
});

describe('what is held', () => {
  const setting = settingOf([rigid('loose')]);
  const carried = (held: (step: number) => boolean) => (step: number) => {
    return inputsOf([{ ...at(400 + step * 10, 300), held: held(step) }]);
  };
  it('goes along with what carries it, and flies on with its speed when it is let go', () => {
    expect(
      after(
        1,
        setting,
        carried(() => true),
      ).x,
    ).toBeCloseTo(1000, 1);
    const thrown = after(
      1,
      setting,
      carried((step) => step < 40),
    );
    // 600 units a second for a third of a second more.
    expect(thrown.x).toBeGreaterThan(960);
    expect(thrown.y).toBeGreaterThan(400);
  });
  it('comes back on the shortest way when it is held again', () => {
    const again = carried((step) => step < 20 || step > 50);
    const [before, soon, back] = [50, 58, 90].map((step) =>
      after(step / BODY_RATE, setting, again),
    );
    expect(before!.y).toBeGreaterThan(340);
    // In a while, not at once.
    expect(soon!.y).toBeGreaterThan(305);
    expect(soon!.y).toBeLessThan(before!.y);
    expect(back).toMatchObject({ x: expect.closeTo(1300, 0), y: expect.closeTo(300, 0) });
  });
});

describe('links', () => {
  const hung = (kind: 'hinge' | 'rope', length: number) =>
    settingOf([rigid('loose')], {
      links: [
        { kind, from: 0, to: null, fromAt: { x: 0, y: -50 }, toAt: { x: 900, y: 200 }, length },
      ],
    });
  it('keep what hangs on a hinge at its point', () => {
    const { x, y, turn } = after(2, hung('hinge', 0), () => inputsOf([at(950, 200, -Math.PI / 2)]));
    const point = { x: x + 50 * Math.sin(turn), y: y - 50 * Math.cos(turn) };
    expect(Math.hypot(point.x - 900, point.y - 200)).toBeLessThan(4);
  });
  it('let what hangs on a rope fall no further than its length', () => {
    const { y } = after(4, hung('rope', 300), () => inputsOf([at(900, 300)]));
    expect(y - 50).toBeGreaterThan(480);
    expect(y - 50).toBeLessThan(510);
  });
});

describe('what stands inside something else when it begins', () => {
  it('passes through it, and is not thrown away', () => {
    const setting = settingOf([rigid('loose'), rigid('fixed')]);
    const { x, y } = after(3, setting, () => inputsOf([at(900, 500), at(910, 510)]));
    expect(Math.abs(x - 900)).toBeLessThan(60);
    expect(y).toBeCloseTo(STAGE.height - 50, 0);
  });
  it('is only pushed out where it hardly does', () => {
    const setting = settingOf([rigid('loose'), rigid('fixed')]);
    const { y } = after(3, setting, () => inputsOf([at(900, 505), at(900, 600)]));
    expect(y).toBeCloseTo(500, 0);
  });
});

it('has come to rest where the scene begins settled', () => {
  const setting = settingOf([rigid('loose')], { settled: true });
  expect(after(0, setting, () => inputsOf([at(900, 900)])).y).toBeCloseTo(1030, 0);
});

it('begins again from its place where that is asked for', () => {
  const again = (step: number) => inputsOf([at(900, 200)], 0, step >= 100 ? 1 : 0);
  const setting = settingOf([rigid('loose')]);
  expect(after(99 / BODY_RATE, setting, again).y).toBeGreaterThan(1000);
  expect(after(100 / BODY_RATE, setting, again).y).toBeCloseTo(200, 0);
});

describe('a run', () => {
  /** Thirty squares that fall onto a bar which sweeps to and fro. */
  const heap = settingOf([
    ...Array.from({ length: 30 }, () => rigid('loose', {}, 20)),
    rigid('solid', {}, 60),
  ]);
  const inputsAt = (step: number) =>
    inputsOf([
      ...Array.from({ length: 30 }, (_, one) => at(300 + (one % 10) * 130, 100 + one * 9, one)),
      at(900 + 700 * Math.sin(step / 40), 980, step / 50),
    ]);
  const LAST = 700;
  const whole: Float32Array[] = [];
  beforeAll(() => {
    const run = new BodyRun(engine, heap, inputsAt);
    for (let step = 0; step <= LAST; step++) whole.push(run.placesAt(step).slice());
  });

  it('gives the same to the bit at a step, in whatever order they are asked for', () => {
    const steps = fc.array(fc.integer({ min: 0, max: LAST }), { minLength: 1, maxLength: 6 });
    const run = new BodyRun(engine, heap, inputsAt);
    fc.assert(
      fc.property(steps, fc.integer({ min: 0, max: LAST }), (order, changed) => {
        for (const step of order) expect(run.placesAt(step)).toEqual(whole[step]);
        // What is forgotten is worked out again.
        run.dropFrom(changed);
        expect(run.placesAt(changed)).toEqual(whole[changed]);
      }),
      { numRuns: 12 },
    );
  });
  it('forgets what comes after a change, and keeps what was before', () => {
    let sweeps = true;
    const run = new BodyRun(engine, heap, (step) => inputsAt(sweeps || step < 400 ? step : 400));
    run.placesAt(LAST);
    sweeps = false;
    run.dropFrom(400);
    expect(run.missing(399)).toBe(0);
    expect(run.missing(500)).toBeGreaterThan(100);
    expect(run.placesAt(399)).toEqual(whole[399]);
    const fresh = new BodyRun(engine, heap, (step) => inputsAt(Math.min(step, 400)));
    expect(run.placesAt(LAST)).toEqual(fresh.placesAt(LAST));
    expect(run.placesAt(LAST)).not.toEqual(whole[LAST]);
  });
  it('goes on from a state that it kept, not from the start', () => {
    const run = new BodyRun(engine, heap, inputsAt);
    run.placesAt(LAST);
    run.dropFrom(650);
    expect(run.missing(660)).toBeLessThanOrEqual(2 * BODY_RATE);
    expect(run.placesAt(660)).toEqual(whole[660]);
  });
  it('goes on in parts as it does at once', () => {
    const run = new BodyRun(engine, heap, inputsAt);
    expect(run.missing(500)).toBe(501);
    run.approach(500, 200);
    expect(run.missing(500)).toBe(301);
    while (run.missing(500) > 0) run.approach(500, 90);
    expect(run.placesAt(500)).toEqual(whole[500]);
  });
  it('gives live what it gives when it is played again with the same', () => {
    const run = new BodyRun(engine, heap, inputsAt);
    const live = run.liveFrom(60, inputsAt(60));
    for (let step = 61; step <= 300; step++) live.follow(step, inputsAt(step));
    const seen = placeIn(live.follow(300, inputsAt(300)), 5);
    expect(seen.x).toBeCloseTo(placeIn(whole[300]!, 5).x, -1);
    expect(live.leadsTo(299)).toBe(false);
  });
});

describe('what nobody should ask for', () => {
  it('is refused with what is wrong', () => {
    const body = { ...rigid('loose').body, cue: null };
    const refused = (fields: object) => () =>
      bodySchema.validateSync({ ...body, ...fields }, { strict: true });
    expect(refused({})).not.toThrow();
    expect(refused({ density: 0 })).toThrow('density of a body must lie between 0.01 and 50');
    expect(refused({ density: 1e9 })).toThrow('density of a body must lie between');
    expect(refused({ spring: { rate: 1e9, damping: 0 } })).toThrow('swings a second of a body');
    expect(refused({ layers: 0 })).toThrow();
    expect(refused({ shape: { kind: 'outline' } })).toThrow();
    expect(refused({ shape: { kind: 'outline', corners: [0, 0, 1, 0, 1, 1, 0] } })).toThrow(
      'two numbers for each corner',
    );
  });
  it('does not break a heap of five hundred that stand in each other', () => {
    const heap = settingOf(Array.from({ length: 500 }, () => rigid('loose', {}, 15)));
    const places = Array.from({ length: 500 }, (_, one) =>
      at(900 + (one % 25) * 6, 500 + Math.floor(one / 25) * 6),
    );
    const run = new BodyRun(engine, heap, () => inputsOf(places));
    const after = run.placesAt(120);
    expect(after.every(Number.isFinite)).toBe(true);
    for (let one = 0; one < 500; one++) {
      const { x, y } = placeIn(after, one);
      expect(Math.max(Math.abs(x), Math.abs(y))).toBeLessThan(5000);
    }
  });
  it('brings back what an edge of the stage was moved over', () => {
    const { x } = after(2, settingOf([rigid('loose')]), () => inputsOf([at(-20, 1030)]));
    expect(x).toBeGreaterThan(40);
    expect(x).toBeLessThan(400);
  });
  it('does not wait for two hours to be worked out', () => {
    const run = new BodyRun(engine, settingOf([rigid('loose')]), () => inputsOf([at(900, 200)]));
    const late = 2 * 60 * 60 * BODY_RATE;
    expect(run.missing(late)).toBe(late + 1);
    run.approach(late, 600);
    expect(run.missing(late)).toBe(late - 599);
  });
});
