import fc from 'fast-check';
import { bindingsSchema, shareOfReading, type Binding } from './binding';
import { gamepadReadings, type PadState } from './gamepad';
import { InputLearner } from './learner';
import { midiReading } from './midi';

const pad = (axes: number[], buttons: number[]): PadState => ({ axes, buttons });

describe('a gamepad', () => {
  it('tells what has changed, and of what is not at rest at first', () => {
    const first = pad([0.05, 1, 0, 0], [0, 1]);
    expect(gamepadReadings(null, first)).toEqual([
      { input: 'stick 1 down', kind: 'knob', value: 1 },
      { input: 'button 2', kind: 'button', value: 1 },
    ]);
    expect(gamepadReadings(first, first)).toEqual([]);
    expect(gamepadReadings(first, pad([0.05, 0, 0, -1], [0.5, 1]))).toEqual([
      { input: 'stick 1 down', kind: 'knob', value: 0 },
      { input: 'stick 2 down', kind: 'knob', value: -1 },
      { input: 'button 1', kind: 'button', value: 0.5 },
    ]);
  });
  it('has a wide middle, goes on evenly from there, and reaches its ends', () => {
    const value = (axis: number) => gamepadReadings(null, pad([axis], []))[0]?.value ?? 0;
    expect([value(0.11), value(-0.11), value(1), value(-1), value(2)]).toEqual([0, 0, 1, -1, 1]);
    const axis = fc.double({ min: -1, max: 1, noNaN: true });
    fc.assert(
      fc.property(axis, axis, (one, other) => {
        expect(value(Math.max(one, other))).toBeGreaterThanOrEqual(
          value(Math.min(one, other)) - 0.004,
        );
      }),
    );
  });
});

describe('a MIDI message', () => {
  it('tells of keys, knobs, bends and pressure', () => {
    expect(midiReading([0x90, 60, 100])).toEqual({ input: 'key 60', kind: 'button', value: 1 });
    expect(midiReading([0x90, 60, 0])).toEqual({ input: 'key 60', kind: 'button', value: 0 });
    expect(midiReading([0x82, 60, 9])).toMatchObject({ input: 'key 60, channel 3', value: 0 });
    expect(midiReading([0xb0, 7, 127])).toEqual({ input: 'knob 7', kind: 'knob', value: 1 });
    expect(midiReading([0xd0, 0])).toMatchObject({ input: 'pressure', value: 0 });
    const bend = (low: number, high: number) => midiReading([0xe0, low, high])!.value;
    expect([bend(0, 64), bend(0, 0), bend(127, 127)]).toEqual([0, -1, 1]);
  });
  it('that is something else tells nothing, whatever it is', () => {
    expect([midiReading([0xf8]), midiReading([]), midiReading([0xb0, 123, 0])]).toEqual([
      null,
      null,
      null,
    ]);
    fc.assert(
      fc.property(fc.uint8Array({ maxLength: 4 }), (bytes) => {
        const value =
          midiReading(bytes.map((byte, at) => (at > 0 ? byte & 0x7f : byte)))?.value ?? 0;
        return value >= -1 && value <= 1;
      }),
    );
  });
});

describe('what somebody touches', () => {
  const knob = (value: number, input = 'knob 1') => ({ input, kind: 'knob', value }) as const;
  it('is a button that is pressed', () => {
    const learner = new InputLearner();
    const button = { input: 'button 1', kind: 'button', value: 1 } as const;
    expect(learner.push({ ...button, value: 0 })).toBeNull();
    expect(learner.push(button)).toBe(button);
  });
  it('is a knob that is turned far enough, not one that trembles', () => {
    const learner = new InputLearner();
    const values = [0.5, 0.52, 0.5, 0.6].map((value) => learner.push(knob(value)));
    expect(values).toEqual([null, null, null, null]);
    expect(learner.push(knob(0.9, 'knob 2'))).toBeNull();
    expect(learner.push(knob(0.86))).toMatchObject({ input: 'knob 1' });
  });
});

describe('a binding', () => {
  const action = { kind: 'control', target: 'gaze/x', amount: -0.5, centred: false } as const;
  it('moves its control so far as it says, from an end or from the middle', () => {
    expect([-1, 0, 1].map((value) => shareOfReading(action, { value }))).toEqual([0.5, -0, -0.5]);
    const centred = { ...action, centred: true };
    expect([0, 0.5, 1].map((value) => shareOfReading(centred, { value }))).toEqual([0.5, -0, -0.5]);
  });
  it('is refused where it does nothing that is known', () => {
    const binding: Binding = { input: 'button 1', kind: 'button', action };
    const valid = (change: object) => bindingsSchema.isValidSync([{ ...binding, ...change }]);
    expect([
      valid({}),
      valid({ action: { kind: 'cue', cue: 'wink' } }),
      valid({ action: { kind: 'cue' } }),
      valid({ action: { ...action, amount: 2 } }),
      valid({ action: null }),
      valid({ kind: 'lever' }),
    ]).toEqual([true, true, false, false, false, false]);
    expect(bindingsSchema.isValidSync({})).toBe(false);
  });
});
