/** @jest-environment ./scripts/testEnvironments/browser.mjs */
import 'fake-indexeddb/auto';
import { act, cleanup, fireEvent, screen } from '@testing-library/react';
import { takeOf, withTake, type PassRecording } from '@cruvo/core/passes';
import { richScene } from '@cruvo/core/testing';
import { toFlicks } from '@cruvo/core/time';
import { renderInScene } from '../../testing/panels';
import { PerformPanel } from './PerformPanel';

afterEach(cleanup);

const base = richScene();
const member = 'chart';
const recording: PassRecording = {
  duration: 2,
  channels: [{ control: 'gaze/x', times: Float32Array.of(0, 2), values: Float32Array.of(0, 4) }],
};
const hash = 'c'.repeat(64);
const take = takeOf(
  { id: 't', member, name: 'Take 1', recording: hash, start: toFlicks(0.5) },
  recording,
);
const material = {
  ...base,
  recordings: new Map([[hash, recording]]),
  scene: { ...base.scene, takes: withTake({}, take) },
};

function opened() {
  const rendered = renderInScene(<PerformPanel />, material);
  act(() => rendered.store.getState().chooseMember(member));
  return { ...rendered, take: () => rendered.store.getState().scene.takes['t'] };
}
const menu = (entry: string) => {
  fireEvent.click(screen.getByRole('button', { name: 'More for Take 1' }));
  fireEvent.click(screen.getByRole('button', { name: entry }));
};

describe('PerformPanel', () => {
  it('performs who is worked on by sliders, and lets go', () => {
    const { open } = opened();
    const { state } = open.performing;
    expect(state.getState().member).toBe(member);
    const gaze = screen.getByLabelText('Gaze, across');
    fireEvent.change(gaze, { target: { value: '1' } });
    expect(state.getState().moved.get('gaze/x')).toBeCloseTo(1, 1);
    fireEvent.pointerUp(gaze);
    expect(state.getState().moved.size).toBe(0);
  });
  it('leaves targets out that are not to be recorded', () => {
    const { open } = opened();
    const click = (now: string) =>
      fireEvent.click(screen.getByRole('button', { name: `Gaze, across: ${now}` }));
    click('will be recorded');
    expect(open.performing.modeOf('gaze/x')).toBe('plays');
    expect(screen.getByLabelText('Gaze, across')).toHaveProperty('disabled', true);
    click('plays back');
    expect(open.performing.modeOf('gaze/x')).toBe('off');
    click('off');
    expect(open.performing.modeOf('gaze/x')).toBe('recorded');
  });
  it('says why a face moves nothing', () => {
    const { open } = opened();
    const hint = () => open.performing.state.getState().hint;
    fireEvent.click(screen.getByRole('button', { name: 'Face' }));
    expect(hint()).toBe('no camera is chosen.');
    for (const sign of screen.getAllByRole('button', { name: /: will be recorded$/ })) {
      fireEvent.click(sign);
    }
    expect(hint()).toBe('every channel plays back or is off.');
    fireEvent.click(screen.getByRole('button', { name: 'Hands' }));
    expect(hint()).toBe('drag a part.');
  });
  it('performs the light of the stage, of which parts can’t be dragged', () => {
    const { open, store } = opened();
    act(() => store.getState().chooseStage());
    const { state } = open.performing;
    expect([state.getState().member, state.getState().hint]).toEqual(['stage', 'move a slider.']);
    fireEvent.change(screen.getByRole('slider', { name: 'Light of the stage' }), {
      target: { value: '-0.5' },
    });
    expect(state.getState().moved.get('stage.light')).toBeCloseTo(-0.5);
  });
  it('turns a channel of a take down, smooths and delays it', () => {
    const { take: now, again } = opened();
    fireEvent.click(screen.getByLabelText('Channels of Take 1'));
    const set = (name: RegExp, value: string) =>
      fireEvent.change(screen.getByLabelText(name), { target: { value } });
    set(/^Strength of Gaze/, '0.5');
    set(/^Smoothing of Gaze/, '0.2');
    set(/^Delay of Gaze/, '-0.1');
    fireEvent.click(screen.getByLabelText('Stays as it ends'));
    again();
    expect(now()!.held).toBe(true);
    expect(now()!.channels[0]).toMatchObject({
      ...{ strength: 0.5, smoothing: toFlicks(0.2), delay: toFlicks(-0.1) },
    });
  });
  it('mirrors a take, makes keys of it, and flips between it and another at its time', () => {
    const { open, store, again } = opened();
    const takes = () => Object.values(store.getState().scene.takes);
    menu('Mirror');
    again();
    expect(takes()[0]!.channels[0]).toMatchObject({ control: 'gaze/x', strength: -1 });
    fireEvent.click(screen.getByLabelText('Channels of Take 1'));
    fireEvent.change(screen.getByLabelText(/^Offset of/), { target: { value: '0.3' } });
    again();
    expect(takes()[0]!.channels[0]!.offset).toBeCloseTo(0.3);
    expect(screen.queryByRole('button', { name: /^Flip between/ })).toBeNull();
    act(() => open.transport.seek(1));
    menu('Once more at the playhead');
    again();
    const flip = () => {
      fireEvent.click(screen.getAllByRole('button', { name: /^Flip between/ })[0]!);
      again();
      return takes().map(({ muted }) => muted);
    };
    // The upper one alone, then the one beneath, and so on.
    expect([flip(), flip(), flip()]).toEqual([
      [true, false],
      [false, true],
      [true, false],
    ]);
    fireEvent.click(screen.getAllByRole('button', { name: 'More for Take 1' })[1]!);
    fireEvent.click(screen.getByRole('button', { name: 'Mute all others' }));
    expect(takes().map(({ muted }) => muted)).toEqual([false, true]);
    again();
    fireEvent.click(screen.getAllByRole('button', { name: 'More for Take 1' })[1]!);
    fireEvent.click(screen.getByRole('button', { name: 'Turn into keys' }));
    const { keys } = store.getState().scene;
    expect(Object.values(keys)).toMatchObject([{ member, control: 'gaze/x', mix: 'replace' }]);
    expect(takes().map(({ muted }) => muted)).toEqual([true, true]);
  });
  it('splits a take at the playhead, lays it down again and deletes it, each one step to undo', () => {
    const { open, store, again } = opened();
    act(() => open.transport.seek(1.5));
    menu('Split at the playhead');
    again();
    const takes = () => Object.values(store.getState().scene.takes);
    expect(takes().map(({ length }) => length)).toEqual([toFlicks(1), toFlicks(1)]);
    act(() => store.history.undo());
    again();
    menu('Once more at the playhead');
    expect(takes().map(({ start }) => start)).toEqual([toFlicks(0.5), toFlicks(1.5)]);
    act(() => store.history.undo());
    again();
    menu('Delete');
    expect(takes()).toEqual([]);
  });
});
