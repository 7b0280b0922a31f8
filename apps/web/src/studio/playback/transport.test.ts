import { jest } from '@jest/globals';
import { AS_RECORDED } from '@cruvo/core/audio';
import { FakeAudioContext, sceneTimeOf, serveRamp } from './fakeAudio';
import { Transport } from './transport';

const LEAD_IN = 0.06;
let context: FakeAudioContext;

const realFetch = globalThis.fetch;
beforeEach(() => {
  jest.useFakeTimers();
  context = new FakeAudioContext();
  globalThis.fetch = serveRamp(10);
  Object.assign(globalThis, {
    AudioContext: function AudioContext() {
      return context;
    },
  });
});
afterEach(() => {
  jest.useRealTimers();
  globalThis.fetch = realFetch;
  Reflect.deleteProperty(globalThis, 'AudioContext');
});

const voice = {
  line: 'line',
  url: 'voice',
  start: 0,
  offset: 0,
  duration: 10,
  envelope: AS_RECORDED,
};
const open = () => new Transport(10, [voice]);

/** Lets the audio clock and the timers run together. */
async function pass(seconds: number): Promise<void> {
  for (let step = 0; step < Math.round(seconds * 20); step++) {
    context.currentTime += 0.05;
    await jest.advanceTimersByTimeAsync(50);
  }
}

async function play(transport: Transport): Promise<void> {
  await transport.play();
  await jest.advanceTimersByTimeAsync(0);
}

describe('Transport', () => {
  describe('when something is recorded along', () => {
    it('stands still as long as it waits, and then moves; its times are told before', async () => {
      const transport = open();
      transport.setLoop({ start: 4, end: 5 });
      transport.setSpeed(0.5);
      await transport.roll(1, 2);
      await jest.advanceTimersByTimeAsync(0);
      expect(transport.state.getState()).toMatchObject({ playing: true, loop: null, speed: 1 });
      const begun = context.currentTime + LEAD_IN;
      expect(transport.sceneTimeAt(begun)).toBeCloseTo(-1);
      context.currentTime = begun + 1.5;
      expect(transport.time()).toBeCloseTo(1);
      context.currentTime = begun + 3;
      expect(transport.time()).toBeCloseTo(2);
      expect(transport.sceneTimeAt(context.currentTime)).toBeCloseTo(2);
      transport.pause();
    });
    it('goes on after the scene’s end, until it is paused', async () => {
      const transport = open();
      await transport.roll(9, 0);
      await pass(4);
      expect(transport.state.getState().playing).toBe(true);
      expect(transport.time()).toBeGreaterThan(12);
      transport.pause();
      expect(transport.state.getState().position).toBe(10);
      transport.seek(9);
      await play(transport);
      await pass(4);
      expect(transport.state.getState().playing).toBe(false);
    });
    it('tells times as they are heard, however slow the loudspeaker is', async () => {
      const transport = open();
      context.outputLatency = 0.2;
      await transport.roll(1, 0);
      expect(transport.sceneTimeAt(context.currentTime + LEAD_IN + 1.2)).toBeCloseTo(2);
      transport.pause();
    });
    it('leaves a line silent that is muted, and no other', async () => {
      const transport = new Transport(10, [voice, { ...voice, line: 'other', start: 5 }]);
      transport.mute('line');
      await play(transport);
      await pass(4.5);
      expect(context.played).not.toEqual([]);
      for (const { when } of context.played) expect(when).toBeGreaterThan(4.9);
      transport.mute(null);
      transport.seek(0);
      const before = context.played.length;
      await pass(1);
      expect(context.played.slice(before).length).toBeGreaterThan(0);
      transport.pause();
    });
  });

  it('tells the time by the audio clock, not by any other', async () => {
    const transport = open();
    transport.seek(2);
    await play(transport);
    context.currentTime += LEAD_IN + 1.5;
    expect(transport.time()).toBeCloseTo(3.5);
    await jest.advanceTimersByTimeAsync(5000);
    expect(transport.time()).toBeCloseTo(3.5);
  });

  it('shows what is being heard, not what is being sent to a slow loudspeaker', async () => {
    const transport = open();
    context.outputLatency = 0.2;
    await play(transport);
    context.currentTime += LEAD_IN + 1;
    expect(transport.time()).toBeCloseTo(0.8);
  });

  it('sends each moment’s sound at its moment', async () => {
    const transport = open();
    transport.seek(1);
    await play(transport);
    await pass(4);
    for (const piece of context.played) {
      expect(sceneTimeOf(piece)).toBeCloseTo(1 + piece.when - LEAD_IN, 2);
    }
    const until = Math.max(...context.played.map(({ when, length }) => when + length));
    expect(until).toBeGreaterThan(context.currentTime + 1);
  });

  it('plays at half speed, the sound with the picture', async () => {
    const transport = open();
    transport.setSpeed(0.5);
    transport.seek(1);
    await play(transport);
    await pass(4);
    expect(transport.time()).toBeCloseTo(1 + (context.currentTime - LEAD_IN) / 2);
    for (const piece of context.played) {
      expect(sceneTimeOf(piece)).toBeCloseTo(1 + (piece.when - LEAD_IN) / 2, 2);
      expect(piece.speed).toBe(0.5);
    }
    transport.setSpeed(1);
    await jest.advanceTimersByTimeAsync(0);
    const from = transport.time();
    context.currentTime += LEAD_IN + 1;
    expect(transport.time()).toBeCloseTo(from + 1);
  });

  it('pauses where it is, and stops the sound', async () => {
    const transport = open();
    await play(transport);
    context.currentTime += LEAD_IN + 1;
    transport.pause();
    expect(transport.state.getState()).toMatchObject({
      playing: false,
      position: expect.closeTo(1),
    });
    expect(context.stopped).toBeGreaterThan(0);
    await pass(1);
    expect(transport.time()).toBeCloseTo(1);
  });

  it('ends with the scene, and plays again from its start', async () => {
    const transport = open();
    transport.seek(9);
    await play(transport);
    await pass(2);
    expect(transport.state.getState()).toMatchObject({ playing: false, position: 10 });
    await play(transport);
    context.currentTime += LEAD_IN + 0.5;
    expect(transport.time()).toBeCloseTo(0.5);
  });

  it('goes round a loop, sound and picture alike', async () => {
    const transport = open();
    transport.setLoop({ start: 2, end: 3 });
    await play(transport);
    await pass(3.5);
    expect(transport.time()).toBeGreaterThanOrEqual(2);
    expect(transport.time()).toBeLessThan(3);
    expect(context.played.length).toBeGreaterThan(3);
    for (const piece of context.played) {
      expect(sceneTimeOf(piece)).toBeCloseTo(2 + ((piece.when - LEAD_IN + 1e-6) % 1), 2);
    }
  });

  it('goes round loops of any length for hours', async () => {
    for (const [start, end] of [
      [0.1, 0.8],
      [0.3, 3.7],
      [0, 9.87654321],
    ] as const) {
      context = new FakeAudioContext();
      const transport = open();
      transport.setLoop({ start, end });
      await play(transport);
      for (let round = 1; round <= 2000; round++) {
        context.currentTime += 1.4;
        await jest.advanceTimersByTimeAsync(200);
        const played = context.played.splice(0);
        for (const { length } of played) expect(length).toBeGreaterThan(1e-4);
        const sent = played.reduce((sum, { length }) => sum + length, 0);
        if (round > 2) expect(sent).toBeLessThan(6);
      }
      expect(transport.time()).toBeGreaterThanOrEqual(start);
      transport.pause();
    }
  });

  it('goes on from the loop’s start by as much as it went over its end', async () => {
    const transport = open();
    transport.setLoop({ start: 2, end: 3 });
    await play(transport);
    context.currentTime += LEAD_IN + 1.25;
    expect(transport.time()).toBeCloseTo(2.25);
    context.currentTime += 2.5;
    expect(transport.time()).toBeCloseTo(2.75);
  });

  it('begins inside its loop, wherever it stood', async () => {
    const transport = open();
    transport.seek(7);
    transport.setLoop({ start: 2, end: 3 });
    await play(transport);
    expect(transport.time()).toBeCloseTo(2);
  });

  it('plays on after a jump, and stays put without playing', async () => {
    const transport = open();
    transport.seek(99);
    expect(transport.time()).toBe(10);
    transport.seek(4);
    await play(transport);
    transport.seek(6);
    await jest.advanceTimersByTimeAsync(0);
    context.currentTime += LEAD_IN + 1;
    expect(transport.time()).toBeCloseTo(7);
  });

  it('does not begin when it was stopped while waiting for the sound', async () => {
    const transport = open();
    let letGo = () => {};
    const serve = globalThis.fetch;
    globalThis.fetch = async (...request) => {
      await new Promise<void>((resolve) => (letGo = resolve));
      return serve(...request);
    };
    const starting = transport.play();
    await jest.advanceTimersByTimeAsync(0);
    expect(transport.state.getState()).toMatchObject({ playing: true, waiting: true });
    transport.toggle();
    letGo();
    await jest.advanceTimersByTimeAsync(10);
    letGo();
    await starting;
    expect(transport.state.getState()).toMatchObject({ playing: false, waiting: false });
    expect(context.played).toEqual([]);
  });

  it('keeps inside a scene that became shorter', () => {
    const transport = open();
    transport.seek(9);
    transport.update(5, []);
    expect(transport.time()).toBe(5);
  });
});
