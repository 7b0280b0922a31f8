/** @jest-environment ./scripts/testEnvironments/browser.mjs */
import { act, cleanup, fireEvent, screen } from '@testing-library/react';
import { useState } from 'react';
import { EASINGS, keyValueAt, type Key } from '@cruvo/core/keys';
import { testMaterial } from '@cruvo/core/testing';
import { toFlicks } from '@cruvo/core/time';
import { renderInScene } from '../../testing/panels';
import { DrawnSignal } from './DrawnSignal';

afterEach(cleanup);

const material = testMaterial();
/** The curve over ten seconds, 100 pixels wide and high; and its keys as they are. */
function opened() {
  let now: readonly Key[] = [{ time: 0, value: 0, easing: EASINGS.even }];
  function Held() {
    const [keys, setKeys] = useState(now);
    return <DrawnSignal keys={keys} onChange={(next) => setKeys((now = next))} />;
  }
  const scene = { ...material.scene, length: toFlicks(10) };
  const { open } = renderInScene(<Held />, { ...material, scene });
  const curve = screen.getByRole('slider', { name: /^Curve over time/ });
  curve.getBoundingClientRect = () => ({ left: 0, top: 0, width: 100, height: 100 }) as DOMRect;
  return { curve, open, at: (seconds: number) => keyValueAt(now, toFlicks(seconds)) };
}

it('a curve is drawn with the pointer, and drawn anew', () => {
  const { curve, at } = opened();
  const to = (clientX: number, clientY: number) => ({ clientX, clientY });
  fireEvent(curve, new MouseEvent('pointerdown', { ...to(20, 100), bubbles: true }));
  act(() => {
    window.dispatchEvent(new MouseEvent('pointermove', to(50, 25)));
    window.dispatchEvent(new MouseEvent('pointermove', to(80, 100)));
    window.dispatchEvent(new MouseEvent('pointerup'));
    // Let go, it is no longer drawn.
    window.dispatchEvent(new MouseEvent('pointermove', to(60, 0)));
  });
  for (const [time, value] of [
    [2, 0],
    [3.5, 0.375],
    [5, 0.75],
    [8, 0],
    [10, 0],
  ] as const) {
    expect(at(time)).toBeCloseTo(value, 9);
  }
  fireEvent.click(screen.getByRole('button', { name: 'Draw it anew' }));
  expect([2, 5].map(at)).toEqual([0, 0]);
});

it('a curve is set at the playhead by the arrow keys', () => {
  const { curve, open, at } = opened();
  act(() => open.transport.seek(4));
  for (const key of ['ArrowUp', 'ArrowUp', 'ArrowDown', 'ArrowUp', 'Enter']) {
    fireEvent.keyDown(curve, { key });
  }
  expect(at(4)).toBeCloseTo(0.1);
});
