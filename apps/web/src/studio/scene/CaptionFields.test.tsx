/** @jest-environment ./scripts/testEnvironments/browser.mjs */
import { act, cleanup, fireEvent, screen } from '@testing-library/react';
import { USUAL_CAPTIONS } from '@cruvo/core/scene';
import { renderInScene } from '../../testing/panels';
import { CaptionFields } from './CaptionFields';

afterEach(cleanup);

it('what lines show, and how it looks, is set for the scene, each as one step', () => {
  const { store } = renderInScene(<CaptionFields />);
  const captions = () => store.getState().scene.captions;
  expect(screen.queryByText('Font')).toBeNull();
  fireEvent.click(screen.getByRole('radio', { name: 'Captions' }));
  fireEvent.change(screen.getByLabelText('Where'), { target: { value: 'top' } });
  fireEvent.change(screen.getByLabelText('Font'), { target: { value: 'noto' } });
  fireEvent.click(screen.getByLabelText('Letters alone'));
  expect(captions()).toEqual({
    ...{ ...USUAL_CAPTIONS, kind: 'caption' },
    caption: { ...USUAL_CAPTIONS.caption, place: 'top', font: 'noto', ground: null },
  });
  expect(screen.queryByLabelText('Behind them')).toBeNull();
  act(() => store.history.undo());
  expect(captions().caption.ground).toBe(USUAL_CAPTIONS.caption.ground);

  fireEvent.click(screen.getByRole('radio', { name: 'Bubbles' }));
  expect(screen.queryByLabelText('Where')).toBeNull();
  fireEvent.change(screen.getByLabelText('Come up'), { target: { value: 'whole' } });
  expect(captions().bubble.appears).toBe('whole');
});

it('lines that show something of their own are counted, and can follow the scene again', () => {
  const { store } = renderInScene(<CaptionFields />);
  const own = { kind: 'bubble', at: { x: 0.5, y: 0.5 } } as const;
  act(() => store.getState().changeLine('line', { caption: own }));
  expect(screen.getByText(/^One line shows something of its own/)).toBeTruthy();
  expect(screen.getByRole('group', { name: 'Bubbles' })).toBeTruthy();
  fireEvent.click(screen.getByRole('button', { name: 'Let all follow the scene' }));
  expect(store.getState().scene.lines['line']!.caption).toEqual({ ...own, kind: null });
  expect(screen.queryByText(/something of its own/)).toBeNull();
});
