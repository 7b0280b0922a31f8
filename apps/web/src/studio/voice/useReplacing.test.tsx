/** @jest-environment ./scripts/testEnvironments/browser.mjs */
import { act, cleanup, fireEvent, screen, waitFor } from '@testing-library/react';
import { withLines, type Line, type Take } from '@cruvo/core/scene';
import { writeTrack } from '@cruvo/core/speech';
import { hash, testTrack, testVoice } from '@cruvo/core/testing';
import { renderInScene } from '../../testing/panels';
import { useOpenScene, useScene } from '../SceneContext';
import { useReplacing } from './useReplacing';

afterEach(cleanup);
const realFetch = globalThis.fetch;
afterEach(() => void (globalThis.fetch = realFetch));

const take: Take = {
  ...{ id: 't', name: 'Take 2', voice: { ...testVoice, working: hash('9') }, track: hash('5') },
  ...{ offset: 0, length: testVoice.duration, starred: false },
};

/** A button that puts the take in the place of the line's voice. */
function Replacer({ onReplaced }: { onReplaced: (line: Line) => void }) {
  const { tracks } = useOpenScene();
  const line = useScene(({ scene }) => scene.lines['line']);
  const { replace, state } = useReplacing(tracks, [], onReplaced);
  return (
    <>
      <button onClick={() => void replace(line!, { kind: 'take', take }, '24')}>Use it</button>
      {state.kind}
    </>
  );
}

/** Answers the request for what was heard in the take only when it is told to. */
function heldBack(): () => Promise<void> {
  let answer: (() => void) | null = null;
  globalThis.fetch = () =>
    new Promise((resolve) => {
      const bytes = writeTrack(testTrack([0, 1], [10, 1]));
      answer = () => resolve(new Response(bytes));
    });
  return async () => {
    await waitFor(() => expect(answer).not.toBeNull());
    await act(async () => answer!());
  };
}

it('what is done to a line while its new voice is heard stays', async () => {
  const answer = heldBack();
  const replaced: Line[] = [];
  const { store } = renderInScene(<Replacer onReplaced={(line) => void replaced.push(line)} />);
  fireEvent.click(screen.getByRole('button', { name: 'Use it' }));
  act(() => store.getState().changeLine('line', { name: 'Called otherwise', gain: 3 }));
  await screen.findByText('hearing');
  await answer();
  await waitFor(() => expect(replaced).toHaveLength(1));
  const [line] = replaced;
  expect(line).toMatchObject({ name: 'Called otherwise', gain: 3 });
  expect(line!.voice!.working).toBe(hash('9'));
  // The voice of before is one of its takes now.
  expect(line!.takes.map(({ voice }) => voice.working)).toEqual([testVoice.working, hash('9')]);
});

it('a line that is gone by then stays gone', async () => {
  const answer = heldBack();
  const replaced: Line[] = [];
  const { store } = renderInScene(<Replacer onReplaced={(line) => void replaced.push(line)} />);
  fireEvent.click(screen.getByRole('button', { name: 'Use it' }));
  await screen.findByText('hearing');
  act(() => store.getState().edit((scene) => withLines({ ...scene, lines: {} }, [])));
  await answer();
  await waitFor(() => expect(screen.getByText('idle')).toBeTruthy());
  expect(replaced).toEqual([]);
});
