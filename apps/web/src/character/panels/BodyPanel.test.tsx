/** @jest-environment ./apps/web/src/testing/browserEnvironment.mjs */
import { act, cleanup, fireEvent, screen } from '@testing-library/react';
import { withNewControl } from '@cruvo/core/character';
import { renderInCharacter } from '../../testing/panels';
import { placeOf, placingOf, withPlaced } from '../placing';
import { BodyPanel } from './BodyPanel';
import { PartPanel } from './PartPanel';

afterEach(cleanup);

const slide = (value: number) =>
  fireEvent.change(screen.getByRole('slider', { name: 'Value of Control 1' }), {
    target: { value: String(value) },
  });
const click = (name: string | RegExp) => fireEvent.click(screen.getByRole('button', { name }));

function opened() {
  const rendered = renderInCharacter(
    <>
      <BodyPanel />
      <PartPanel />
    </>,
  );
  const { store } = rendered;
  click('New control');
  const control = () => Object.values(store.getState().character.controls)[0]!;
  return { store, control };
}

it('a control is made by example: set to a value, stopped there, and parts moved', () => {
  const { store, control } = opened();
  expect(control()).toMatchObject({ name: 'Control 1', min: -1, max: 1, rest: 0, stops: [] });
  slide(1);
  expect(placingOf(store.getState())).toEqual({ kind: 'between' });
  click('Stop here');
  expect(placingOf(store.getState())).toMatchObject({ kind: 'stop', at: 1 });
  act(() => store.getState().choose(['head']));
  const before = store.getState().character.parts['head']!.rest;
  fireEvent.change(screen.getByRole('spinbutton', { name: 'Rotation °' }), {
    target: { value: '90' },
  });
  fireEvent.change(screen.getByLabelText('Seen at this stop'), { target: { value: 'hidden' } });
  const [stop] = control().stops;
  expect(stop!.parts['head']).toMatchObject({ turn: Math.PI / 2, x: 0, hidden: true });
  expect(store.getState().character.parts['head']!.rest).toBe(before);
  expect(screen.getByText('At this stop')).toBeTruthy();
  click('As at rest');
  expect(control().stops[0]!.parts['head']).toMatchObject({ turn: 0, hidden: true });

  act(() => store.history.undo());
  expect(control().stops[0]!.parts['head']!.turn).toBeCloseTo(Math.PI / 2);
  click('Delete the stop at 1.00');
  expect(control().stops).toEqual([]);
  click('Delete Control 1');
  expect(store.getState().character.controls).toEqual({});
});

it('a stop is copied to another value, and a control made for the other side', () => {
  const { store, control } = opened();
  slide(1);
  click('Stop here');
  act(() => store.getState().choose(['head']));
  fireEvent.change(screen.getByRole('spinbutton', { name: 'Right' }), { target: { value: '8' } });
  slide(-0.5);
  fireEvent.change(screen.getByLabelText('Stop here as at another stop'), {
    target: { value: '1' },
  });
  expect(control().stops.map(({ at, parts }) => [at, parts['head']!.x])).toEqual([
    [-0.5, 8],
    [1, 8],
  ]);
  click('Make one for the other side of Control 1');
  const [, other] = Object.values(store.getState().character.controls);
  expect(other).toMatchObject({ name: 'Control 1, other side' });
  expect(other!.stops[0]!.parts['head']!.x).toBe(-8);
});

it('its slider stays at stops and at rest, and its range is typed', () => {
  const { store, control } = opened();
  slide(0.5);
  click('Stop here');
  slide(0.508);
  expect(store.getState().values.get(control().id)).toBe(0.5);
  slide(-0.004);
  expect(store.getState().values.get(control().id)).toBe(0);
  fireEvent.change(screen.getByRole('spinbutton', { name: 'To' }), { target: { value: '2' } });
  fireEvent.change(screen.getByRole('spinbutton', { name: 'From' }), { target: { value: '3' } });
  expect(control()).toMatchObject({ min: -1, max: 2 });
  fireEvent.change(screen.getByLabelText('Between stops'), { target: { value: 'held' } });
  expect(control().easing).toBe('held');
});

it('moving parts changes where they rest while no control is shown, and nothing between stops', () => {
  const { store, control } = opened();
  const { character } = store.getState();
  const moved = (of = store.getState()) =>
    withPlaced(of.character, placingOf(of), ['head'], (place) => ({ ...place, x: place.x + 5 }));
  slide(0.7);
  expect(moved()).toBe(store.getState().character);
  act(() => store.getState().pose(null));
  const { x } = character.parts['head']!.rest;
  expect(moved().parts['head']!.rest.x).toBe(x + 5);
  act(() => store.getState().pose(control().id));
  click('Stop here');
  const placing = placingOf(store.getState());
  expect(placeOf(moved(), placing, 'head')).toEqual({ x: 5, y: 0, turn: 0, scale: 1 });
});

it('limits are set by pushing a control as far as it may go', () => {
  const { control } = opened();
  slide(0.6);
  click('No more than here');
  slide(-0.3);
  click('No less than here');
  expect(control()).toMatchObject({ min: -0.3, max: 0.6, rest: 0 });
});

it('a pad turns and nods a head at once, by pointer and by keys', () => {
  const { store } = opened();
  act(() =>
    store
      .getState()
      .change((character) =>
        ['Head turn', 'Head nod'].reduce(
          (now, name) => withNewControl(now, name.replace(' ', ''), name),
          character,
        ),
      ),
  );
  const pad = screen.getByRole('slider', { name: 'Turn and nod the head' });
  pad.getBoundingClientRect = () => ({ left: 0, top: 0, width: 100, height: 100 }) as DOMRect;
  // The browser that tests run in knows no pointers.
  const press = { clientX: 75, clientY: 0, bubbles: true };
  fireEvent(pad, new MouseEvent('pointerdown', press));
  const { values } = store.getState();
  expect([values.get('Headturn'), values.get('Headnod')]).toEqual([0.5, -1]);
  fireEvent.keyDown(pad, { key: 'ArrowLeft' });
  expect(store.getState().values.get('Headturn')).toBeCloseTo(0.3);
  fireEvent.doubleClick(pad);
  expect([...store.getState().values.values()]).toEqual([0, 0]);
});
