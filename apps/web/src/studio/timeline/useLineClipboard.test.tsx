/** @jest-environment ./scripts/testEnvironments/browser.mjs */
import { act, cleanup, screen, waitFor } from '@testing-library/react';
import { copyOfLines, linesOf } from '@cruvo/core/scene';
import { testMaterial } from '@cruvo/core/testing';
import { renderInScene } from '../../testing/panels';
import { useLineClipboard } from './useLineClipboard';

function Notes() {
  return <p role="status">{useLineClipboard() ?? 'nothing to say'}</p>;
}

const realFetch = globalThis.fetch;
afterEach(() => {
  cleanup();
  globalThis.fetch = realFetch;
});

/** A studio that has only what a path of which begins so. */
const storing = (...begins: string[]) =>
  void (globalThis.fetch = async (path) => {
    const known = begins.some((begin) => (path as string).startsWith(`/api${begin}`));
    return new Response(null, { status: known ? 200 : 404 });
  });

function paste(text: string, target: EventTarget = document.body): Event {
  const event = new Event('paste', { bubbles: true, cancelable: true });
  Object.assign(event, { clipboardData: { getData: () => text } });
  act(() => void target.dispatchEvent(event));
  return event;
}

const { scene } = testMaterial();
const copied = copyOfLines(scene, new Set(['line']));
const opened = () => {
  const { store } = renderInScene(<Notes />);
  return { store, lines: () => linesOf(store.getState().scene) };
};

it('lines whose recordings are there are pasted, and chosen', async () => {
  storing('/media/', '/tracks/');
  const { store, lines } = opened();
  expect(paste(copied).defaultPrevented).toBe(true);
  await waitFor(() => expect(lines()).toHaveLength(2));
  const pasted = lines().find(({ id }) => id !== 'line')!;
  expect(pasted.track).toBe(scene.lines['line']!.track);
  expect(store.getState().together).toEqual(new Set([pasted.id]));
  expect(screen.getByRole('status').textContent).toBe('nothing to say');
});

it('where what was heard is gone, the line is to be fitted anew', async () => {
  storing('/media/');
  const { lines } = opened();
  paste(copied);
  await waitFor(() => expect(lines()).toHaveLength(2));
  expect(lines().find(({ id }) => id !== 'line')!.track).toBeNull();
});

it('lines whose recordings are elsewhere are not pasted, and that is said', async () => {
  storing('/tracks/');
  const { lines } = opened();
  paste(copied);
  await waitFor(() =>
    expect(screen.getByRole('status').textContent).toMatch(/recordings are not in this studio/),
  );
  expect(lines()).toHaveLength(1);
});

it('text is left to the field in which it is written, and to the browser', () => {
  storing('/media/', '/tracks/');
  opened();
  const field = document.createElement('textarea');
  document.body.append(field);
  expect(paste(copied, field).defaultPrevented).toBe(false);
  expect(paste('Good evening.').defaultPrevented).toBe(false);
  field.remove();
});
