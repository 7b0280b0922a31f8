/** @jest-environment ./scripts/testEnvironments/browser.mjs */
import { act, cleanup, fireEvent, screen } from '@testing-library/react';
import { toFlicks } from '@cruvo/core/time';
import { renderInScene } from '../../testing/panels';
import { WorkArea } from './WorkArea';

afterEach(cleanup);

it('the loop is kept as the work area, looped again, and given up', () => {
  const { store, open } = renderInScene(<WorkArea />);
  const { transport } = open;
  const area = () => store.getState().scene.workArea;
  const click = (name: string) => fireEvent.click(screen.getByRole('button', { name }));
  expect(screen.getByText('All of the scene')).toBeTruthy();
  expect(screen.queryByRole('button')).toBeNull();

  act(() => transport.setLoop({ start: 0.5, end: 1.5 }));
  click('Keep the loop');
  expect(area()).toEqual({ start: toFlicks(0.5), end: toFlicks(1.5) });
  expect(screen.getByText('From 0.50 to 1.50 s')).toBeTruthy();

  act(() => transport.setLoop(null));
  click('Loop it');
  expect(transport.state.getState().loop).toEqual({ start: 0.5, end: 1.5 });
  click('Clear');
  expect([area(), transport.state.getState().loop]).toEqual([null, null]);
});
