/** @jest-environment ./scripts/testEnvironments/browser.mjs */
import { act, cleanup, fireEvent, screen } from '@testing-library/react';
import type { SceneReaction } from '@cruvo/core/reactions';
import { richScene } from '@cruvo/core/testing';
import { toFlicks, toSeconds } from '@cruvo/core/time';
import { renderInScene } from '../../testing/panels';
import { KeyList } from './KeyList';

afterEach(cleanup);

const click = (name: string | RegExp) => fireEvent.click(screen.getByRole('button', { name }));
const choose = (label: string, value: string) =>
  fireEvent.change(screen.getByLabelText(label), { target: { value } });

function opened() {
  const rendered = renderInScene(<KeyList member="chart" />, richScene());
  const { store, open } = rendered;
  const seek = (seconds: number) => act(() => open.transport.seek(seconds));
  const track = () => Object.values(store.getState().scene.keys)[0];
  choose('Set another control by hand', 'gaze/x');
  const key = (seconds: number, value: number) => {
    seek(seconds);
    choose('Value of Gaze, across here', String(value));
  };
  return { ...rendered, seek, track, key };
}

it('a value at the playhead is a key; the same place takes another, and each is one step back', () => {
  const { store, track, key } = opened();
  expect(track()).toBeUndefined();
  key(0.5, 4);
  key(1, -4);
  key(1, -2);
  expect(track()).toMatchObject({ member: 'chart', control: 'gaze/x', mix: 'replace' });
  expect(track()!.keys.map(({ time, value }) => [toSeconds(time), value])).toEqual([
    [0.5, 4],
    [1, -2],
  ]);
  act(() => store.history.undo());
  expect(track()!.keys[1]!.value).toBe(-4);
});

it('one goes from key to key, and takes one away', () => {
  const { track, key, seek, open, again } = opened();
  key(0.5, 4);
  key(1.5, 1);
  seek(1);
  click('To the key of Gaze, across before');
  expect(open.transport.time()).toBeCloseTo(0.5);
  click('To the next key of Gaze, across');
  expect(open.transport.time()).toBeCloseTo(1.5);
  click('Take the key of Gaze, across away');
  expect(track()!.keys).toHaveLength(1);
  seek(2);
  again();
  click('Key Gaze, across here');
  // There the key that is left counts no more.
  expect(track()!.keys.map(({ value }) => value)).toEqual([4, 0]);
});

it('keys go on otherwise, are added, muted, mirrored and deleted', () => {
  const { store, track, key } = opened();
  key(0.5, 4);
  key(1, 2);
  choose('How Gaze, across goes on', 'held');
  expect(track()!.keys[1]!.easing).toEqual({ kind: 'held' });
  choose('How the keys of Gaze, across are laid over the rest', 'add');
  click('Mute the keys of Gaze, across');
  expect(track()).toMatchObject({ mix: 'add', muted: true });
  const more = (name: string) => {
    click('More for the keys of Gaze, across');
    fireEvent.click(screen.getByText(name));
  };
  more('Mirror');
  expect(track()!.keys.map(({ value }) => value)).toEqual([-4, -2]);
  more('Twice as slow');
  expect(track()!.keys[1]!.time).toBe(toFlicks(1.5));
  more('Delete all keys');
  expect(store.getState().scene.keys).toEqual({});
});

it('keys are moved in their graph by keys of the keyboard', () => {
  const { track, key } = opened();
  key(0.5, 4);
  key(1, 2);
  const handle = () => screen.getByRole('slider', { name: 'Key at 1.00 s' });
  fireEvent.keyDown(handle(), { key: 'ArrowUp' });
  expect(track()!.keys[1]!.value).toBeGreaterThan(2);
  fireEvent.keyDown(handle(), { key: 'ArrowRight' });
  expect(toSeconds(track()!.keys[1]!.time)).toBeCloseTo(25 / 24);
  fireEvent.keyDown(screen.getByRole('slider', { name: 'Key at 1.04 s' }), { key: 'Delete' });
  expect(track()!.keys).toHaveLength(1);
});

it('what moves a control is muted, or moves it alone, where it stands', () => {
  const { store, track, again, key } = opened();
  key(0.5, 4);
  const cycle: SceneReaction = {
    ...{ id: 'r', order: 'a0', member: 'chart', name: 'Cycle', low: null, high: null },
    signal: { kind: 'cycle', period: 1 },
    ...{ shaping: [], targets: [{ control: 'gaze/x', amount: 1 }], mix: 'add' },
    ...{ weight: 1, muted: false, stretch: null },
  };
  act(() => store.getState().edit((scene) => ({ ...scene, reactions: { r: cycle } })));
  again();
  const muted = () => [track()!.muted, store.getState().scene.reactions['r']!.muted];
  const names = () =>
    [...screen.getByRole('list', { name: 'What moves it' }).children].map(
      (one) => one.firstChild!.textContent,
    );
  expect(names()).toEqual(['Keys', 'Cycle', 'At rest']);
  click('Keep Keys from moving it');
  expect(muted()).toEqual([true, false]);
  again();
  click('Let only Keys move it, or all');
  expect(muted()).toEqual([false, true]);
  again();
  click('Let only Keys move it, or all');
  expect(muted()).toEqual([false, false]);
});

it('what moves a control is baked into keys', () => {
  const { store, track, again, key } = opened();
  act(() =>
    store.getState().edit((scene) => ({
      ...scene,
      workArea: { start: 0, end: toFlicks(2) },
      reactions: {
        r: {
          ...{ id: 'r', order: 'a0', member: 'chart', name: 'R', low: null, high: null },
          signal: { kind: 'cycle', period: 1 },
          ...{ shaping: [], targets: [{ control: 'gaze/x', amount: 1 }], mix: 'add' },
          ...{ weight: 1, muted: false, stretch: null },
        },
      },
    })),
  );
  again();
  key(0.25, 0);
  const stack = screen.getByRole('list', { name: 'What moves it' });
  expect([...stack.children].map((one) => one.firstChild!.textContent)).toEqual(['R', 'At rest']);
  key(3, 0);
  click('More for the keys of Gaze, across');
  fireEvent.click(screen.getByText('Bake the work area'));
  const { keys } = track()!;
  expect(keys.length).toBeGreaterThan(8);
  expect(toSeconds(keys.at(-1)!.time)).toBeLessThan(2);
  expect(Math.max(...keys.map(({ value }) => value))).toBeGreaterThan(1);
});
