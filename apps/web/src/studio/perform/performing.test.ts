import { jest } from '@jest/globals';
import { mixControls } from '@cruvo/core/controls';
import { readingAt, recoveredPass, type PassPiece } from '@cruvo/core/passes';
import { compile } from '@cruvo/core/program';
import { richScene } from '@cruvo/core/testing';
import { FakeAudioContext } from '../playback/fakeAudio';
import { Transport } from '../playback/transport';
import { Performing, type Pass } from './performing';

let context: FakeAudioContext;
beforeEach(() => {
  jest.useFakeTimers();
  context = new FakeAudioContext();
  Object.assign(globalThis, {
    AudioContext: function AudioContext() {
      return context;
    },
  });
});
afterEach(() => {
  jest.useRealTimers();
  Reflect.deleteProperty(globalThis, 'AudioContext');
});

const LEAD_IN = 0.06;
const STILL = () => 0;

/** Lets the audio clock and the timers run together. */
async function pass(seconds: number): Promise<void> {
  for (let step = 0; step < Math.round(seconds * 100); step++) {
    context.currentTime += 0.01;
    await jest.advanceTimersByTimeAsync(10);
  }
}

function opened() {
  const transport = new Transport(10, []);
  const kept: PassPiece[] = [];
  const begun: string[] = [];
  const performing = new Performing(transport, {
    begin: (id) => void begun.push(id),
    add: (_id, at, piece) => void (kept[at] = piece),
  });
  performing.choose('una');
  const passes: Pass[] = [];
  const record = (countIn = 0, until = 10) =>
    performing.record({ from: 2, until, countIn }, STILL, (one) => void passes.push(one));
  return {
    transport,
    performing,
    passes,
    kept,
    begun,
    record,
    state: () => performing.state.getState(),
  };
}
const channel = ({ recording }: Pass, control: string) =>
  recording!.channels.find((one) => one.control === control)!;

describe('performing', () => {
  it('puts what is performed into safety, piece by piece', async () => {
    const { performing, passes, kept, begun, record } = opened();
    performing.move('nod', 0.25);
    void record();
    await pass(1);
    performing.move('nod', 1);
    await pass(1);
    performing.letGo(['nod']);
    await pass(1.5);
    expect(kept.length).toBeGreaterThanOrEqual(3);
    const { recording, duration } = recoveredPass(kept, STILL);
    performing.stop();
    expect(begun).toEqual([passes[0]!.id]);
    // All but what came after the last piece.
    expect(duration).toBeGreaterThan(passes[0]!.recording!.duration - 1.1);
    const whole = channel(passes[0]!, 'nod');
    for (const time of [0.1, 0.5, 1.5, 2.2, duration]) {
      expect(readingAt(recording!.channels[0]!, time)).toBeCloseTo(readingAt(whole, time), 5);
    }
  });
  it('records what is moved while the scene plays, where it was moved', async () => {
    const { performing, passes, record, state } = opened();
    await record();
    await pass(LEAD_IN + 0.5);
    expect(state().phase).toBe('recording');
    performing.move('nod', 1);
    await pass(1);
    performing.move('nod', 3);
    await pass(0.5);
    performing.stop();
    const [one] = passes;
    expect(one).toMatchObject({ member: 'una', from: 2 });
    expect(one!.recording!.duration).toBeCloseTo(2, 1);
    const nod = channel(one!, 'nod');
    expect([0.2, 0.5, 1, 1.5].map((time) => readingAt(nod, time))).toEqual(
      [0, 1, 2, 3].map((value) => expect.closeTo(value, 1)),
    );
    expect(state().phase).toBe('idle');
  });
  it('takes what is held already from the beginning on, and nothing that plays back', async () => {
    const { performing, passes, record, state } = opened();
    performing.move('brow', 3);
    performing.setModes(new Map([['brow', 'plays']]));
    expect(state().moved.has('brow')).toBe(false);
    performing.move('brow', 4);
    performing.move('nod', 2);
    await record(1);
    await pass(0.5);
    expect(performing.state.getState().phase).toBe('counting');
    await pass(1);
    performing.move('brow', 1);
    performing.stop();
    const { channels } = passes[0]!.recording!;
    expect(channels.map(({ control }) => control)).toEqual(['nod']);
    expect(readingAt(channels[0]!, 0)).toBe(2);
  });
  it('ends where it was to end, where playing is stopped, and where somebody else is chosen', async () => {
    const { transport, performing, passes, record } = opened();
    await record(0, 3);
    await pass(LEAD_IN + 0.3);
    performing.move('nod', 1);
    await pass(1);
    expect(passes).toHaveLength(1);
    expect(passes[0]!.recording!.duration).toBeCloseTo(1, 1);
    expect(passes[0]!.complete).toBe(true);
    await record();
    await pass(0.3);
    transport.pause();
    await pass(0.1);
    expect(passes).toHaveLength(2);
    expect(passes[1]!.complete).toBe(false);
    await record();
    await pass(0.3);
    performing.choose(null);
    expect([passes.length, performing.state.getState().phase]).toEqual([3, 'idle']);
  });
  it('records what was asked for a moment ago where that was', async () => {
    const { performing, passes, record } = opened();
    await record();
    await pass(LEAD_IN + 0.2);
    performing.moveAll([['nod', 1]], 0.1);
    await pass(0.5);
    performing.moveAll([['nod', 2]], 0.1);
    await pass(0.3);
    performing.stop();
    const { times } = channel(passes[0]!, 'nod');
    const [first, second] = [...times].slice(-2) as [number, number];
    expect(second - first).toBeCloseTo(0.5, 1);
    expect(second).toBeCloseTo(0.6, 1);
  });
  it('lays what is off to rest while one performs', () => {
    const { performing } = opened();
    const own = compile(richScene()).members[0]!;
    performing.setModes(new Map([['gaze/x', 'off']]));
    const gaze = () => {
      const [sources] = performing.live(own).values();
      return own.controls.point(mixControls(own.controls, sources!, 0), 'gaze');
    };
    expect(gaze()).toEqual({ x: 0, y: 0 });
    performing.move('gaze/x', 3);
    expect(gaze()).toEqual({ x: 0, y: 0 });
  });
  it('gives nothing where nothing was moved, and records only once at a time', async () => {
    const { performing, passes, record } = opened();
    await record();
    await record();
    await pass(0.3);
    performing.stop();
    performing.stop();
    const id = expect.any(String);
    expect(passes).toEqual([
      { id, member: 'una', from: 2, recording: null, cues: [], complete: false },
    ]);
  });
  it('lets go, unless what is let go is to stay', () => {
    const { performing, state } = opened();
    performing.move('nod', 1);
    performing.letGo(['nod']);
    expect(state().moved.size).toBe(0);
    performing.setStays(true);
    performing.move('nod', 1);
    performing.letGo(['nod']);
    expect(state().moved.get('nod')).toBe(1);
    performing.letGoAll();
    expect(state().moved.size).toBe(0);
  });
  it('moves nothing while nobody is performed', () => {
    const { performing, state } = opened();
    performing.choose(null);
    performing.move('nod', 1);
    expect(state().moved.size).toBe(0);
  });
});
