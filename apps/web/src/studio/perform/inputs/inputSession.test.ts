import { jest } from '@jest/globals';
import type { InputReading } from '@cruvo/core/inputs';
import type { InputDevice, OnReading } from './inputDevice';
import { InputSession } from './inputSession';

const pictures: (() => void)[] = [];
const real = { request: globalThis.requestAnimationFrame, cancel: globalThis.cancelAnimationFrame };
beforeAll(() => {
  globalThis.requestAnimationFrame = (work) => pictures.push(() => work(0));
  globalThis.cancelAnimationFrame = () => pictures.splice(0);
});
afterAll(() => {
  globalThis.requestAnimationFrame = real.request;
  globalThis.cancelAnimationFrame = real.cancel;
});
const paint = () => pictures.splice(0).forEach((work) => work());

/** A device that says what the test says. */
class Spoken implements InputDevice {
  say: OnReading = () => undefined;
  readonly stop = jest.fn();
  start(onReading: OnReading) {
    this.say = onReading;
    return Promise.resolve(this.stop as () => void);
  }
}
const knob = (value: number, input = 'knob 1'): InputReading => ({ input, kind: 'knob', value });
const button = (value: number): InputReading => ({ input: 'button 1', kind: 'button', value });

async function opened() {
  const heard: [string, number, number][] = [];
  const learnt: string[] = [];
  const session = new InputSession(
    ({ input, value }, late) => heard.push([input, value, late]),
    ({ input }) => learnt.push(input),
  );
  const device = new Spoken();
  await session.use(device);
  return { session, device, heard, learnt, state: () => session.state.getState() };
}

describe('a device', () => {
  it('passes buttons on at once, and of a flood of a knob the last of each picture', async () => {
    const { device, heard, state } = await opened();
    const clock = jest.spyOn(performance, 'now').mockReturnValue(1000);
    for (let at = 0; at <= 1000; at++) device.say(knob(at / 1000), 0.01);
    device.say(knob(0.5, 'knob 2'), 0);
    expect(heard).toEqual([]);
    device.say(button(1), 0.02);
    expect(heard).toEqual([['button 1', 1, 0.02]]);
    clock.mockReturnValue(1016);
    paint();
    clock.mockRestore();
    expect(heard.slice(1).map(([input, value]) => [input, value])).toEqual([
      ['knob 1', 1],
      ['knob 2', 0.5],
    ]);
    // How long it waited for the picture counts as late too.
    expect(heard[1]![2]).toBeCloseTo(0.01 + 0.016);
    expect(Object.fromEntries(state().values)).toEqual({
      'knob 1': 1,
      'knob 2': 0.5,
      'button 1': 1,
    });
    expect(state().late).toBeGreaterThan(0);
  });
  it('is learnt by what is touched next', async () => {
    const { session, device, learnt, state } = await opened();
    device.say(button(1), 0);
    session.learn(true);
    expect(state().learning).toBe(true);
    device.say(knob(0.1), 0);
    device.say(knob(0.15), 0);
    expect(learnt).toEqual([]);
    device.say(button(1), 0);
    expect([learnt, state().learning]).toEqual([['button 1'], false]);
    device.say(button(1), 0);
    expect(learnt).toHaveLength(1);
  });
  it('says in a sentence why it can’t be used', async () => {
    const { session, state } = await opened();
    await session.use({ start: () => Promise.reject(new Error('It was refused.')) });
    expect(state()).toMatchObject({ status: 'off', problem: 'It was refused.' });
  });
  it('that begins after another was chosen ends at once, and is not heard', async () => {
    const { session, device, heard } = await opened();
    const slow = new Spoken();
    let begin = () => undefined as void;
    const waits = new Promise<void>((ready) => (begin = ready));
    const first = session.use({
      start: async (onReading) => {
        await waits;
        return slow.start(onReading);
      },
    });
    expect(device.stop).toHaveBeenCalledTimes(1);
    const next = new Spoken();
    await session.use(next);
    begin();
    await first;
    expect(slow.stop).toHaveBeenCalledTimes(1);
    slow.say(button(1), 0);
    next.say(button(0), 0);
    expect(heard).toEqual([['button 1', 0, 0]]);
  });
});
