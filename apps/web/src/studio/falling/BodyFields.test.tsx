/** @jest-environment ./scripts/testEnvironments/browser.mjs */
import { act, cleanup, fireEvent, screen, within } from '@testing-library/react';
import { STAGE } from '@cruvo/core/scene';
import { renderInScene } from '../../testing/panels';
import { BodyFields } from './BodyFields';

afterEach(cleanup);

function shown() {
  const { store } = renderInScene(<BodyFields />);
  const scene = () => store.getState().scene;
  const bodies = () => Object.values(scene().bodies);
  const add = () => fireEvent.click(screen.getByRole('button', { name: 'Make it a body' }));
  return { store, scene, bodies, add };
}

it('makes a part a body, opens what can be set about it, and takes it away, each as one step', () => {
  const { store, bodies, add } = shown();
  expect(screen.getByText(/can be knocked over/)).toBeTruthy();
  fireEvent.click(screen.getByRole('radio', { name: 'Springy' }));
  add();
  expect(bodies()).toMatchObject([{ kind: 'springy', gravity: 0, held: false }]);
  const { name } = bodies()[0]!;
  expect(screen.getByLabelText('Springs')).toBeTruthy();
  // The same part can't be chosen twice.
  const parts = screen.getByLabelText('Which part is to be a body');
  expect(within(parts).queryByRole('option', { name })).toBeNull();
  act(() => store.history.undo());
  expect(bodies()).toEqual([]);
  act(() => store.history.redo());
  fireEvent.click(screen.getByRole('button', { name: `Delete ${name}` }));
  expect(bodies()).toEqual([]);
});

it('sets what a body is, its shape, its matter, its layers, and whether it is held', () => {
  const { bodies, add } = shown();
  add();
  const { name } = bodies()[0]!;
  const kinds = within(screen.getByRole('group', { name: `What ${name} is` }));
  const shapes = within(screen.getByRole('group', { name: `Shape of ${name}` }));
  fireEvent.click(shapes.getByRole('radio', { name: 'Circle' }));
  fireEvent.change(screen.getByLabelText('Bounces back'), { target: { value: '0.8' } });
  fireEvent.change(screen.getByLabelText('Density'), { target: { value: '2' } });
  const layers = within(screen.getByRole('group', { name: 'Layers of what it meets' }));
  fireEvent.click(layers.getByRole('button', { name: '3' }));
  fireEvent.click(layers.getByRole('button', { name: '1' }));
  const held = screen.getByLabelText<HTMLInputElement>('Held in its place until it is let go');
  const before = held.checked;
  fireEvent.click(held);
  expect(bodies()).toMatchObject([
    { shape: { kind: 'circle' }, bounce: 0.8, density: 2, layers: 4, held: !before },
  ]);
  // It must be in one of them.
  expect(layers.getByRole<HTMLButtonElement>('button', { name: '3' }).disabled).toBe(true);
  fireEvent.click(kinds.getByRole('radio', { name: 'Fixed' }));
  expect(screen.queryByLabelText('Density')).toBeNull();
  expect(screen.queryByLabelText('Held in its place until it is let go')).toBeNull();
});

it('hangs a body on a hinge or a rope, and lets go of both', () => {
  const { scene, bodies, add } = shown();
  add();
  fireEvent.change(screen.getByLabelText('Hinge or rope'), { target: { value: 'rope' } });
  fireEvent.click(screen.getByRole('button', { name: 'Add the link' }));
  const [link] = Object.values(scene().links);
  expect(link).toMatchObject({ kind: 'rope', from: { body: bodies()[0]!.id }, to: { body: null } });
  fireEvent.change(screen.getByLabelText('Length of the rope'), { target: { value: '2' } });
  expect(Object.values(scene().links)[0]!.slack).toBe(2);
  fireEvent.click(screen.getByRole('button', { name: 'Delete the rope to the stage' }));
  expect(scene().links).toEqual({});
});

it('makes all that a character is drawn of solid at once', () => {
  const { store, bodies } = shown();
  const owner = screen.getByLabelText<HTMLSelectElement>('Whose part is to be a body');
  const [member] = Object.keys(store.getState().scene.cast);
  fireEvent.change(owner, { target: { value: member } });
  fireEvent.click(screen.getByRole('button', { name: /^All of .* solid$/ }));
  expect(bodies().length).toBeGreaterThan(0);
  expect(bodies().every((body) => body.kind === 'solid' && body.member !== STAGE)).toBe(true);
  act(() => store.history.undo());
  expect(bodies()).toEqual([]);
});
