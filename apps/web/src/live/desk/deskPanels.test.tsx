/** @jest-environment ./scripts/testEnvironments/browser.mjs */
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { MemoryRouter } from 'react-router';
import { newCue } from '@cruvo/core/cues';
import { compile } from '@cruvo/core/program';
import { testMaterial } from '@cruvo/core/testing';
import { FakeChannel } from '../../testing/fakeChannels';
import { DeskContext } from './DeskContext';
import { DeskSide } from './DeskSide';
import { LiveDesk } from './liveDesk';

beforeAll(() => void Object.assign(globalThis, { BroadcastChannel: FakeChannel }));
afterAll(() => void Reflect.deleteProperty(globalThis, 'BroadcastChannel'));
afterEach(cleanup);

/** The desk's panel of somebody who has a cue. */
function opened(): LiveDesk {
  const material = testMaterial();
  const character = material.characters.get('character')!;
  const cues = { wink: { ...newCue('wink', 'Wink', 'w'), order: 'a0' } };
  const program = compile({
    ...material,
    characters: new Map([['character', { ...character, cues }]]),
  });
  const desk = new LiveDesk(program, new Map());
  const open = {
    ...{ id: 'scene', production: 'production', scene: material.scene, program, desk },
    ...{ images: new Map(), recordings: [] },
  };
  render(
    <QueryClientProvider client={new QueryClient()}>
      <MemoryRouter>
        <DeskContext value={open}>
          <DeskSide own={program.members[0]!} onChoose={() => undefined} />
        </DeskContext>
      </MemoryRouter>
    </QueryClientProvider>,
  );
  return desk;
}
const open = (tab: string) => fireEvent.click(screen.getByRole('tab', { name: tab }));

it('a face can move who is on air', () => {
  opened();
  open('Face');
  expect(screen.getByLabelText('Camera')).toBeTruthy();
  expect(screen.getByLabelText('Strength')).toBeTruthy();
});

it('cues are fired by their buttons, with the keyboard too', () => {
  const desk = opened();
  open('Cues');
  const { cues } = desk.members.get('member')!;
  const button = screen.getByRole('button', { name: 'Fire Wink' });
  fireEvent.keyDown(button, { key: 'Enter' });
  expect([...cues.state.getState().active]).toEqual(['wink']);
  fireEvent.keyUp(button, { key: 'Enter' });
  expect(cues.state.getState().active.size).toBe(0);
  cues.clear();
});

it('M mutes, and Space lets a voice be heard while push to talk is on', () => {
  const voice = opened().members.get('member')!.voice.state;
  fireEvent.keyDown(window, { key: 'm' });
  expect(voice.getState().muted).toBe(true);
  fireEvent.keyDown(window, { key: ' ' });
  expect(voice.getState().pushed).toBe(false);
  fireEvent.click(screen.getByLabelText(/^Push to talk/));
  fireEvent.keyDown(window, { key: ' ' });
  expect(voice.getState().pushed).toBe(true);
  fireEvent.keyUp(window, { key: ' ' });
  expect(voice.getState().pushed).toBe(false);
});
