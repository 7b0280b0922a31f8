/** @jest-environment ./scripts/testEnvironments/browser.mjs */
import { act, cleanup, fireEvent, screen, within } from '@testing-library/react';
import { bodyControlsOf, bodyProposals } from '@cruvo/core/character';
import { RICH_CHARACTERS } from '@cruvo/core/testing';
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

describe('a pad', () => {
  function padded() {
    const { store } = opened();
    click('New control');
    click('New pad');
    click('Make the pad');
    const pad = screen.getByRole('slider', { name: 'Control 1 and Control 2' });
    pad.getBoundingClientRect = () => ({ left: 0, top: 0, width: 100, height: 100 }) as DOMRect;
    const [across, down] = Object.keys(store.getState().character.controls);
    const values = () =>
      [across, down].map((id) => Math.round(100 * (store.getState().values.get(id!) ?? 0)) / 100);
    // The browser that tests run in knows no pointers.
    const press = (clientX: number, clientY: number) =>
      fireEvent(pad, new MouseEvent('pointerdown', { clientX, clientY, bubbles: true }));
    const own = () => Object.values(store.getState().character.pads)[0]!;
    return { store, pad, values, press, own };
  }

  it('sets two controls at once, by pointer and by keys', () => {
    const { pad, values, press } = padded();
    press(75, 0);
    expect(values()).toEqual([0.5, -1]);
    fireEvent.keyDown(pad, { key: 'ArrowLeft' });
    expect(values()).toEqual([0.4, -1]);
    press(51, 49);
    expect(values()).toEqual([0, 0]);
    press(75, 0);
    fireEvent.doubleClick(pad);
    expect(values()).toEqual([0, 0]);
  });

  it('goes only as far as somebody has pushed it, until it may go anywhere', () => {
    const { store, pad, press, own } = padded();
    for (const [x, y] of [
      [100, 50],
      [50, 100],
      [0, 50],
    ] as const) {
      press(x, y);
      click('As far as here');
    }
    expect(own().limits).toEqual([
      { x: 1, y: 0 },
      { x: 0, y: 1 },
      { x: -1, y: 0 },
    ]);
    press(100, 100);
    expect(pad.getAttribute('aria-valuetext')).toBe('50 % across, 50 % down');
    click('Anywhere');
    expect(pad.getAttribute('aria-valuetext')).toBe('100 % across, 100 % down');
    act(() => store.history.undo());
    expect(own().limits).toHaveLength(3);
  });

  it('has stops of its own, which are shown like those of a control', () => {
    const { store, press, own } = padded();
    press(90, 10);
    const pad = screen.getByRole('region', { name: 'Control 1, control 2' });
    fireEvent.click(within(pad).getByRole('button', { name: 'Stop here' }));
    const [corner] = own().corners;
    expect(corner).toMatchObject({ x: 0.8, y: -0.8 });
    expect(store.getState().character.controls[corner!.control]).toMatchObject({
      ...{ name: 'Control 1, control 2: up right', min: 0, max: 1 },
      stops: [{ at: 1 }],
    });
    expect(placingOf(store.getState())).toMatchObject({ control: corner!.control, at: 1 });
    // Dragged on, only its place tells how much of the stop is seen.
    press(50, 50);
    expect(store.getState().values.get(corner!.control)).toBe(0);
  });
});

it('sliders are folded away, one by one and all at once', () => {
  opened();
  click('New control');
  const sliders = () => screen.queryAllByRole('slider', { name: /^Value of/ }).length;
  expect(sliders()).toBe(2);
  click('Fold Control 1 away');
  expect(sliders()).toBe(1);
  click('Unfold them');
  expect(sliders()).toBe(2);
  click('Fold them away');
  expect(sliders()).toBe(0);
  click('Show the slider of Control 2');
  expect(sliders()).toBe(1);
});

const FACE = RICH_CHARACTERS.get('chart')!;

it('a part of the face is brought forward by its handle or by keys, seen as the head turns', () => {
  const face = bodyProposals(FACE).reduce((now, { apply }) => apply(now, () => null), FACE);
  const { store } = renderInCharacter(<BodyPanel />, face);
  click('Show the depth of the face');
  const depth = () => screen.getByRole('slider', { name: 'Depth of brow' });
  const percent = () => Number(depth().getAttribute('aria-valuenow'));
  const noseAt = () =>
    bodyControlsOf(store.getState().character)
      .find(({ name }) => name === 'Head turn')!
      .stops.at(-1)!.parts['brow']!.x;
  const [before, was] = [percent(), noseAt()];
  fireEvent.focus(depth());
  fireEvent.keyDown(depth(), { key: 'ArrowLeft' });
  expect(percent()).toBe(before - 5);
  expect(noseAt()).toBeLessThan(was);
  const [turn] = bodyControlsOf(store.getState().character).filter(
    ({ name }) => name === 'Head turn',
  );
  expect(store.getState().values.get(turn!.id)).toBeCloseTo(0.8);
  const svg = screen.getByRole('group', { name: 'Relief' });
  svg.getBoundingClientRect = () => ({ left: 0, top: 0, width: 240, height: 150 }) as DOMRect;
  const pointer = (kind: string, clientX: number) =>
    new MouseEvent(`pointer${kind}`, { clientX, bubbles: true });
  fireEvent(depth(), pointer('down', 100));
  for (const clientX of [110, 120]) fireEvent(window, pointer('move', clientX));
  fireEvent.pointerUp(window);
  expect(percent()).toBe(before + 15);
  act(() => store.history.undo());
  expect(percent()).toBe(before - 5);
});
