/** @jest-environment ./scripts/testEnvironments/browser.mjs */
import { act, fireEvent, render, screen } from '@testing-library/react';
import { MemoryRouter, Route, Routes } from 'react-router';
import { FakeChannel } from '../testing/fakeChannels';
import { BoardLink, type BoardMessage } from './boardMessages';
import { CueBoardPage } from './CueBoardPage';

beforeAll(() => void Object.assign(globalThis, { BroadcastChannel: FakeChannel }));
afterAll(() => void Reflect.deleteProperty(globalThis, 'BroadcastChannel'));

const cues = [
  { id: 'wink', name: 'Wink', key: 'w', picture: 'data:image/png;base64,', on: false },
  { id: 'bow', name: 'Bow', key: null, picture: '', on: true },
];

/** A board, and the studio that it belongs to. */
function opened() {
  const heard: BoardMessage[] = [];
  const studio = new BoardLink('scene', (message) => {
    heard.push(message);
    if (message.kind === 'hello') studio.say({ kind: 'cues', who: 'Isbel', cues });
  });
  const board = render(
    <MemoryRouter initialEntries={['/scenes/scene/cues']}>
      <Routes>
        <Route path="/scenes/:scene/cues" element={<CueBoardPage />} />
      </Routes>
    </MemoryRouter>,
  );
  const buttons = () =>
    heard.flatMap((one) => (one.kind === 'button' ? [[one.cue, one.down]] : []));
  return { studio, buttons, close: () => (board.unmount(), studio.close()) };
}

it('shows the cues of the studio, and tells it which buttons and keys go down and up', () => {
  const { buttons, close } = opened();
  const wink = screen.getByRole('button', { name: 'Wink' });
  expect(screen.getByRole('button', { name: 'Bow' }).getAttribute('aria-pressed')).toBe('true');
  fireEvent.pointerDown(wink);
  fireEvent.pointerUp(wink);
  fireEvent.keyDown(window, { key: 'w' });
  fireEvent.keyDown(window, { key: 'x' });
  fireEvent.keyUp(window, { key: 'w' });
  expect(buttons()).toEqual([
    ['wink', true],
    ['wink', false],
    ['wink', true],
    ['wink', false],
  ]);
  close();
});

it('waits for a studio, and finds one that comes later', () => {
  const { studio, close } = opened();
  act(() => studio.say({ kind: 'closed' }));
  expect(screen.getByRole('heading', { name: 'Waiting for the studio' })).toBeTruthy();
  act(() => studio.say({ kind: 'here' }));
  expect(screen.getByRole('button', { name: 'Wink' })).toBeTruthy();
  close();
});

it('passes over what it can’t read', () => {
  const { studio, close } = opened();
  act(() => studio.say({ kind: 'cues', who: 'Isbel', cues: [{ id: 3 }] } as never));
  act(() => studio.say({ kind: 'explode' } as never));
  expect(screen.getByRole('button', { name: 'Wink' })).toBeTruthy();
  close();
});
