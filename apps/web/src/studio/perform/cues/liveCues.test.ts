/** @jest-environment ./scripts/testEnvironments/browser.mjs */
import { jest } from '@jest/globals';
import { mixControls } from '@cruvo/core/controls';
import { newCue, type Cue } from '@cruvo/core/cues';
import { compile } from '@cruvo/core/program';
import { richScene } from '@cruvo/core/testing';
import { toFlicks, type Flicks } from '@cruvo/core/time';
import { LiveCues } from './liveCues';

beforeEach(() => void jest.useFakeTimers());
afterEach(() => void jest.useRealTimers());

const own = compile(richScene()).members.find(({ controls }) => controls.slots.has('gaze'))!;
const reach = () => {
  const gaze = own.controls.get('gaze');
  return gaze?.kind === 'point' ? gaze.reach.x : NaN;
};
const look: Cue = {
  ...{ ...newCue('look', 'Looks', 'l'), order: 'a' },
  action: { kind: 'pose', targets: [{ control: 'gaze/x', amount: 1 }] },
  ...{ easeIn: toFlicks(0.2), easeOut: toFlicks(0.2) },
};

function opened() {
  let at: Flicks | null = null;
  const changed = jest.fn();
  const cues = new LiveCues(() => at, changed);
  const gaze = () =>
    own.controls.point(mixControls(own.controls, cues.sources(own), 0), 'gaze').x / reach();
  return { cues, changed, gaze, passTime: (time: number | null) => (at = time && toFlicks(time)) };
}

describe('cues that are fired live', () => {
  it('come and go by the clock on the wall, with a new picture each time', async () => {
    const { cues, changed, gaze } = opened();
    cues.press(look);
    expect([...cues.state.getState().active]).toEqual(['look']);
    await jest.advanceTimersByTimeAsync(100);
    expect(gaze()).toBeCloseTo(0.5, 0);
    await jest.advanceTimersByTimeAsync(200);
    expect(gaze()).toBeCloseTo(1);
    // Bodies and bursts go by whether it is on, also where it moves nothing.
    const on = () => cues.sources(own).flatMap(({ cue }) => cue ?? []);
    expect(on()).toEqual(['look']);
    expect(changed.mock.calls.length).toBeGreaterThan(5);
    cues.release('look');
    expect(cues.state.getState().active.size).toBe(0);
    expect(on()).toEqual([]);
    await jest.advanceTimersByTimeAsync(100);
    expect(gaze()).toBeGreaterThan(0.2);
    expect(gaze()).toBeLessThan(0.8);
    await jest.advanceTimersByTimeAsync(300);
    expect(cues.sources(own)).toEqual([]);
    const calls = changed.mock.calls.length;
    await jest.advanceTimersByTimeAsync(300);
    expect(changed.mock.calls.length).toBe(calls);
  });
  it('are written down while a pass is recorded; what is on already, from its beginning', () => {
    const { cues, passTime } = opened();
    const latched: Cue = { ...look, id: 'latched', mode: 'latched' };
    cues.press(latched);
    passTime(0.001);
    cues.begin();
    passTime(1);
    cues.press(look);
    passTime(2);
    cues.release('look');
    expect(cues.finish(toFlicks(3))).toEqual([
      { cue: 'latched', start: 0, length: toFlicks(3) },
      { cue: 'look', start: toFlicks(1), length: toFlicks(1) },
    ]);
  });
  it('end at once where nobody is performed any more', () => {
    const { cues } = opened();
    cues.press(look);
    cues.clear();
    expect([cues.sources(own), cues.state.getState().active.size]).toEqual([[], 0]);
  });
});
