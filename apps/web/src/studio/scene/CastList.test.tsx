/** @jest-environment ./scripts/testEnvironments/browser.mjs */
import { act, cleanup, fireEvent, screen } from '@testing-library/react';
import { heardLines, isHeardAt, speakerOf } from '@cruvo/core/scene';
import { richScene } from '@cruvo/core/testing';
import { toFlicks } from '@cruvo/core/time';
import { renderInScene } from '../../testing/panels';
import { CastList } from './CastList';

afterEach(cleanup);

const names = () => [...document.querySelectorAll('.cast-name')].map((one) => one.textContent);

it('the cast is listed from the front, is chosen, hidden and locked there', () => {
  const { store } = renderInScene(<CastList />, richScene());
  const scene = () => store.getState().scene;
  const order = Object.values(scene().cast).sort((a, b) => (a.order < b.order ? 1 : -1));
  expect(names()).toHaveLength(order.length);
  const [first, second] = screen.getAllByRole('button', { name: /^Hide / });
  fireEvent.click(first!);
  expect(scene().cast[order[0]!.id]!.hidden).toBe(true);
  fireEvent.click(screen.getAllByRole('button', { name: /^Lock / })[1]!);
  expect(scene().cast[order[1]!.id]!.locked).toBe(true);
  expect(second).toBeTruthy();
  act(() => store.history.undo());
  expect(scene().cast[order[1]!.id]!.locked).toBe(false);
  const chosen = document.querySelectorAll<HTMLButtonElement>('.cast-name')[1]!;
  fireEvent.click(chosen);
  expect(chosen.getAttribute('aria-pressed')).toBe('true');
  expect(store.getState().member).toBe(order[1]!.id);
});

it('whoever speaks at the playhead is marked', () => {
  const { store, open } = renderInScene(<CastList />, richScene());
  const { scene } = store.getState();
  const nameOf = (id: string) => {
    const { name, character } = scene.cast[id]!;
    return name ?? open.characters.get(character)!.name;
  };
  const markedAt = (seconds: number) => {
    act(() => open.transport.seek(seconds));
    const marks = screen.queryAllByLabelText(/ speaks$/);
    return marks.map((mark) => mark.getAttribute('aria-label')!.replace(/ speaks$/, '')).sort();
  };
  const speakersAt = (seconds: number) => {
    const heard = heardLines(scene).filter((line) => isHeardAt(line, toFlicks(seconds)));
    return [...new Set(heard.map((line) => nameOf(speakerOf(scene, line))))].sort();
  };
  const counts = [0.2, 1, 2.2, 3.9].map((seconds) => {
    expect(markedAt(seconds)).toEqual(speakersAt(seconds));
    return speakersAt(seconds).length;
  });
  expect(new Set(counts).size).toBeGreaterThan(1);
});
