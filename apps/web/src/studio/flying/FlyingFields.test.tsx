/** @jest-environment ./scripts/testEnvironments/browser.mjs */
import { act, cleanup, fireEvent, screen, within } from '@testing-library/react';
import type { Emitter } from '@cruvo/core/particles';
import { burstsOf } from '@cruvo/core/scene';
import { toFlicks } from '@cruvo/core/time';
import { renderInScene } from '../../testing/panels';
import { AirFields } from './AirFields';
import { FlyingFields } from './FlyingFields';

afterEach(cleanup);

function shown() {
  const { store } = renderInScene(
    <>
      <FlyingFields />
      <AirFields />
    </>,
  );
  const emitters = () => Object.values(store.getState().scene.emitters);
  const add = (name: string): Emitter => {
    const presets = screen.getByRole('group', { name: 'Weather and other things that fly' });
    fireEvent.click(within(presets).getByRole('button', { name }));
    return emitters().at(-1)!;
  };
  return { store, emitters, add };
}

it('puts weather onto the stage, opens its fields, and takes it away again, each as one step', () => {
  const { store, emitters, add } = shown();
  expect(screen.queryByLabelText('Wind')).toBeNull();
  add('Snow');
  expect(emitters().map(({ name }) => name)).toEqual(['Snow']);
  expect(screen.getByRole('group', { name: 'Where they come from' })).toBeTruthy();
  add('Snow');
  expect(emitters().map(({ name }) => name)).toEqual(['Snow', 'Snow 2']);
  act(() => store.history.undo());
  expect(emitters()).toHaveLength(1);
  fireEvent.click(screen.getByRole('button', { name: 'Delete Snow' }));
  expect(emitters()).toEqual([]);
});

it('changes what flies, but for what would fill the air without end', () => {
  const { emitters, add } = shown();
  add('Snow');
  fireEvent.change(screen.getByLabelText('A second'), { target: { value: '20' } });
  expect(emitters()[0]!.rate).toBe(20);
  fireEvent.change(screen.getByLabelText('A second'), { target: { value: '1400' } });
  expect(emitters()[0]!.rate).toBe(20);
  fireEvent.click(screen.getByLabelText('Hearts'));
  expect(emitters()[0]!.style.looks).toEqual(['flake', 'dot', 'heart']);
  for (const look of ['Flakes', 'Dots', 'Hearts']) fireEvent.click(screen.getByLabelText(look));
  // Something must be seen.
  expect(emitters()[0]!.style.looks).toEqual(['heart']);
  fireEvent.click(screen.getByRole('button', { name: 'Another colour' }));
  fireEvent.click(screen.getByRole('button', { name: 'Take colour 1 away' }));
  expect(emitters()[0]!.style.colors).toHaveLength(1);
  fireEvent.click(screen.getByRole('button', { name: 'Mute Snow' }));
  expect(emitters()[0]!.muted).toBe(true);
});

it('says where it comes from and what it is in front of', () => {
  const { store, emitters, add } = shown();
  add('Confetti');
  const [member] = Object.keys(store.getState().scene.cast);
  fireEvent.click(screen.getByRole('radio', { name: 'Part' }));
  expect(emitters()[0]!.source).toMatchObject({ kind: 'part', member });
  fireEvent.click(screen.getByRole('radio', { name: 'Area' }));
  expect(emitters()[0]!.source.kind).toBe('area');
  fireEvent.change(screen.getByLabelText('In front of'), { target: { value: 'behind' } });
  expect(emitters()[0]!.depth).toEqual({ kind: 'behind' });
});

it('bursts at the playhead, and the burst can be taken away', () => {
  const { store, add } = shown();
  const { id } = add('Hearts');
  fireEvent.click(screen.getByRole('button', { name: 'Burst at the playhead' }));
  expect(burstsOf(store.getState().scene, id)).toEqual([toFlicks(0)]);
  fireEvent.click(screen.getByRole('button', { name: 'Take away the burst of Hearts at 0.00 s' }));
  expect(burstsOf(store.getState().scene, id)).toEqual([]);
});

it('sets the wind, the gravity and the edges of the stage', () => {
  const { store, add } = shown();
  add('Leaves');
  const air = within(screen.getByRole('region', { name: 'The air' }));
  fireEvent.change(air.getByLabelText('Wind'), { target: { value: '-0.4' } });
  fireEvent.click(air.getByLabelText('left'));
  fireEvent.click(air.getByLabelText('Already in the air when the scene begins'));
  expect(store.getState().scene.physics).toEqual({
    ...{ gravity: 1, wind: -0.4, settled: false },
    edges: { left: true, right: false, top: false, bottom: true },
  });
});
