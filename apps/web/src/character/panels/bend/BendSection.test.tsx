/** @jest-environment ./scripts/testEnvironments/browser.mjs */
import { act, cleanup, fireEvent, screen } from '@testing-library/react';
import { withBend, withNewControl, withRegion, withStop } from '@cruvo/core/character';
import { RICH_CHARACTERS } from '@cruvo/core/testing';
import { renderInCharacter } from '../../../testing/panels';
import { BodyThings } from '../BodyThings';
import { Drives } from '../Drives';
import { BendSection } from './BendSection';

afterEach(cleanup);

const plain = RICH_CHARACTERS.get('chart')!;
const OUTLINE = [
  [
    { x: 40, y: 150 },
    { x: 160, y: 150 },
    { x: 160, y: 250 },
  ],
];
const bending = withRegion(
  withBend(
    plain,
    'Arm',
    ['body'],
    OUTLINE,
    [
      { name: 'Shoulder', kind: 'pivot', x: 100, y: 160 },
      { name: 'Hand', kind: 'grip', x: 140, y: 230 },
    ],
    [[0, 1]],
  ),
  'arm',
  'Belly',
  { x: 100, y: 200 },
  { columns: 2, rows: 2, weights: [0, 255, 0, 128] },
);
const click = (name: string | RegExp) => fireEvent.click(screen.getByRole('button', { name }));

function opened(character = bending) {
  const rendered = renderInCharacter(<BendSection part={character.parts['body']!} />, character);
  const now = () => rendered.store.getState().character;
  return { ...rendered, now };
}

it('points are opened, renamed in kind, limited and removed, each as a step to undo', () => {
  const { store, now } = opened();
  click(/^Hand/);
  expect(store.getState().point).toEqual({ bend: 'arm', id: 'hand' });
  fireEvent.change(screen.getByLabelText('Let go, it'), { target: { value: 'stays' } });
  expect(now().bends['arm']!.points['hand']!.release).toBe('stays');
  fireEvent.change(screen.getByLabelText('It'), { target: { value: 'joint' } });
  // A joint at the end of a splint does nothing, and says so.
  expect(screen.getByRole('note').textContent).toMatch(/ends a splint/);
  fireEvent.change(screen.getByRole('spinbutton', { name: 'From °' }), { target: { value: '40' } });
  expect(now().bends['arm']!.points['hand']!.limits![0]).toBeCloseTo((40 * Math.PI) / 180);
  fireEvent.click(screen.getByRole('checkbox', { name: 'Shoulder' }));
  expect(now().bends['arm']!.splints).toEqual([]);
  click('Remove Hand');
  expect(Object.keys(now().bends['arm']!.points)).toEqual(['shoulder']);
  act(() => store.history.undo());
  expect(Object.keys(now().bends['arm']!.points)).toEqual(['shoulder', 'hand']);
});

it('a part hangs on another one, and sways, as somebody says', () => {
  const { now } = opened();
  fireEvent.change(screen.getByLabelText('Hangs'), { target: { value: 'pivot' } });
  fireEvent.change(screen.getByLabelText('on the part that holds it'), {
    target: { value: 'skull' },
  });
  expect(now().joints['body']).toEqual({ id: 'body', kind: 'pivot', to: 'skull' });
  fireEvent.change(screen.getByLabelText('Hangs'), { target: { value: 'group' } });
  expect(now().joints).toEqual({});
  click('Let it sway');
  // A grip would be torn between who drags it and what swings.
  expect(Object.values(now().sways)).toMatchObject([{ part: 'body', points: [] }]);
  fireEvent.change(screen.getByLabelText('Wind'), { target: { value: '0.8' } });
  expect(Object.values(now().sways)[0]!.wind).toBeCloseTo(0.8);
  click('Don’t let it sway any more');
  expect(now().sways).toEqual({});
});

it('a soft region is filled, mirrored and removed while it is painted', () => {
  const { store, now } = opened();
  click('Paint');
  expect(store.getState().region).toEqual({ bend: 'arm', id: 'belly' });
  click('Mirror');
  expect(now().bends['arm']!.regions['belly']!.weights).toEqual([0, 0, 0, 0]);
  click('Fill');
  expect(now().bends['arm']!.regions['belly']!.weights).toEqual([255, 255, 255, 255]);
  click('Remove Belly');
  expect(now().bends['arm']!.regions).toEqual({});
});

it('what a stop does to a soft region is typed', () => {
  const { store, now } = opened(withStop(withNewControl(bending, 'breath', 'Breath'), 'breath', 1));
  act(() => {
    store.getState().pose('breath');
    store.getState().setValue('breath', 1);
  });
  fireEvent.change(screen.getByLabelText('Belly down'), { target: { value: '-6' } });
  expect(now().controls['breath']!.stops[0]!.regions['arm/belly']).toMatchObject({ y: -6, x: 0 });
});

it('a drawing that shows nothing can’t bend, and says so', () => {
  opened(plain);
  click(/Let its drawing bend/);
  expect(screen.getByRole('alert').textContent).toMatch(/shows nothing/);
});

it('all that bends and sways is listed, shown and removed', () => {
  const rendered = renderInCharacter(<BodyThings />, bending);
  click(/^Arm/);
  expect(rendered.store.getState().chosen).toEqual(['body']);
  expect(screen.getByText(/2 points, a soft region/)).toBeTruthy();
  click('Remove Arm');
  expect(rendered.store.getState().character.bends).toEqual({});
});

it('a control drives another one by an amount, but none that drives it', () => {
  const two = withNewControl(withNewControl(plain, 'cheek', 'Cheek'), 'neck', 'Neck');
  const rendered = renderInCharacter(<Drives control={two.controls['cheek']!} />, two);
  fireEvent.change(screen.getByLabelText('Let Cheek drive another control'), {
    target: { value: 'neck' },
  });
  const { controls } = rendered.store.getState().character;
  expect(controls['cheek']!.drives).toEqual([{ control: 'neck', amount: 0.5 }]);
  cleanup();
  renderInCharacter(<Drives control={controls['neck']!} />, rendered.store.getState().character);
  expect(screen.queryByLabelText('Let Neck drive another control')).toBeNull();
});
