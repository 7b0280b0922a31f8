/** @jest-environment ./scripts/testEnvironments/browser.mjs */
import { act, cleanup, fireEvent, screen } from '@testing-library/react';
import { renderInScene } from '../../testing/panels';
import { useScene } from '../SceneContext';
import { CaptionChoice } from './CaptionChoice';

afterEach(cleanup);

function Choice() {
  return <CaptionChoice line={useScene(({ scene }) => scene.lines['line']!)} />;
}

it('a line follows the scene, or shows something of its own, where it was placed or where there is room', () => {
  const { store } = renderInScene(<Choice />);
  const caption = () => store.getState().scene.lines['line']!.caption;
  const choice = screen.getByLabelText<HTMLSelectElement>('On the stage');
  expect(choice.selectedOptions[0]!.text).toBe('as the scene: nothing');
  fireEvent.change(choice, { target: { value: 'bubble' } });
  expect(caption()).toEqual({ kind: 'bubble', at: null });
  expect(screen.getByText(/^Write the script/)).toBeTruthy();
  expect(screen.queryByRole('button', { name: 'Reset place' })).toBeNull();

  act(() => {
    const at = { x: 0.2, y: 0.3 };
    store.getState().changeLine('line', { script: 'Fog.', caption: { kind: 'bubble', at } });
  });
  expect(screen.queryByText(/^Write the script/)).toBeNull();
  fireEvent.click(screen.getByRole('button', { name: 'Reset place' }));
  expect(caption()).toEqual({ kind: 'bubble', at: null });
  fireEvent.change(choice, { target: { value: '' } });
  expect(caption().kind).toBeNull();
});
