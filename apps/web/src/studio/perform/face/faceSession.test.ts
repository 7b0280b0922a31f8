import { jest } from '@jest/globals';
import { FACE_AT_REST, type FaceValues } from '@cruvo/core/face';
import { Problem } from '@cruvo/core/problem';
import { FacePad, simulatedCamera, type FaceDevice, type OnFace } from './faceDevice';
import { FaceSession } from './faceSession';

beforeEach(() => void jest.useFakeTimers());
afterEach(() => void jest.useRealTimers());

/** A device that sees what it is told to. */
function told() {
  let see: OnFace | null = null;
  let lose: (why: string) => void = () => undefined;
  const device: FaceDevice = {
    start: async (onFace, onGone) => {
      see = onFace;
      lose = onGone;
      return () => void (see = null);
    },
  };
  return {
    device,
    isOn: () => see !== null,
    goesAway: () => lose('The camera is gone.'),
    /** Sees a face, or none, for some seconds. */
    sees: (values: Partial<FaceValues> | null, seconds = 1) => {
      for (let at = 0; at < 30 * seconds; at++) {
        jest.advanceTimersByTime(1000 / 30);
        const time = performance.now() / 1000;
        see?.({ time, values: values && { ...FACE_AT_REST, ...values } }, 0.04);
      }
    },
  };
}

function opened() {
  const given: [FaceValues, number][] = [];
  const session = new FaceSession((values, lateBy) => void given.push([values, lateBy]));
  return { session, given, state: () => session.state.getState() };
}

describe('a face session', () => {
  it('gives what is seen, how late that was, and tells when no face is there', async () => {
    const { session, given, state } = opened();
    const camera = told();
    await session.use(camera.device);
    expect(state().status).toBe('starting');
    camera.sees({ turn: 0.5 });
    expect(state().status).toBe('seen');
    expect(given.at(-1)![0].turn).toBeCloseTo(0.5, 1);
    expect(given.at(-1)![1]).toBe(0.04);
    camera.sees(null, 2);
    expect(state().status).toBe('lost');
    expect(given.at(-1)![0].turn).toBeCloseTo(0, 2);
  });
  it('learns rest after a moment to hold still, and how far the face goes from there', async () => {
    const { session, state } = opened();
    const camera = told();
    await session.use(camera.device);
    camera.sees({ turn: 0.9 }, 0.2);
    session.teach('rest');
    camera.sees({ turn: 0.9 }, 1.2);
    expect(state().teaching).toEqual({ what: 'rest', left: 1 });
    camera.sees({ turn: 0.2 }, 2.2);
    expect(state().teaching).toBeNull();
    expect(state().settings.rest!.turn).toBeCloseTo(0.2);
    session.teach('range');
    camera.sees({ turn: 0.6 }, 16);
    camera.sees({ turn: -0.4 }, 16);
    expect(state().settings.range!.most.turn).toBeCloseTo(0.4);
    expect(state().settings.range!.least.turn).toBeCloseTo(-0.6);
  });
  it('leaves teaching when it is asked for once more', async () => {
    const { session, state } = opened();
    const camera = told();
    await session.use(camera.device);
    camera.sees({}, 0.2);
    session.teach('range');
    session.teach('range');
    camera.sees({ turn: 1 }, 31);
    expect([state().teaching, state().settings.range]).toEqual([null, null]);
  });
  it('rests where the camera goes away, says so, and tells how often it sees', async () => {
    const { session, given, state } = opened();
    const camera = told();
    await session.use(camera.device);
    camera.sees({ turn: 0.5 });
    expect(state().rate).toBeCloseTo(30, 0);
    camera.goesAway();
    expect(state()).toMatchObject({ status: 'off', problem: 'The camera is gone.', rate: null });
    expect(given.at(-1)![0]).toEqual(FACE_AT_REST);
    await session.use(told().device);
    expect(state()).toMatchObject({ status: 'starting', problem: null });
  });
  it('says what is wrong with a camera, and takes another one', async () => {
    const { session, state } = opened();
    const refused = {
      start: () => Promise.reject(new Problem('unavailable', 'The camera is in use elsewhere.')),
    };
    await session.use(refused);
    expect(state()).toMatchObject({ status: 'off', problem: 'The camera is in use elsewhere.' });
    const camera = told();
    await session.use(camera.device);
    expect([camera.isOn(), state().problem]).toEqual([true, null]);
    await session.use(null);
    expect([camera.isOn(), state().status]).toEqual([false, 'off']);
  });
  it('is moved by hand on a pad, and by somebody who is simulated', async () => {
    const { session, given } = opened();
    const pad = new FacePad();
    await session.use(pad);
    pad.move({ nod: 0.6 });
    await jest.advanceTimersByTimeAsync(2000);
    expect(given.at(-1)![0].nod).toBeCloseTo(0.6, 1);
    await session.use(simulatedCamera('lively'));
    given.length = 0;
    await jest.advanceTimersByTimeAsync(2000);
    const turns = given.map(([{ turn }]) => turn);
    expect(turns.length).toBeGreaterThan(50);
    expect(Math.max(...turns) - Math.min(...turns)).toBeGreaterThan(0.2);
    await session.use(null);
  });
});
