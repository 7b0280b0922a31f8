/** @jest-environment ./scripts/testEnvironments/browser.mjs */
import { act, cleanup, screen } from '@testing-library/react';
import { textLine } from '@cruvo/core/scene';
import { testMaterial } from '@cruvo/core/testing';
import { renderInScene } from '../../testing/panels';
import { useTextTiming } from './useTextTiming';

afterEach(cleanup);

const NO_WORDS = [] as const;
function Problems() {
  const problems = useTextTiming(NO_WORDS, () => undefined);
  return <p role="status">{[...problems.keys()].join(' ')}</p>;
}

it('words are timed as they are written, also long after the scene was opened', async () => {
  const material = testMaterial();
  const { row } = material.scene.lines['line']!;
  const text = textLine({ id: 'text', row, name: 'Text', start: 0 });
  const scene = { ...material.scene, lines: { ...material.scene.lines, text } };
  const { store } = renderInScene(<Problems />, { ...material, scene });
  expect(screen.getByRole('status').textContent).toBe('');
  // There are no workers here, so that timing them fails, which is said of the line.
  act(() => store.getState().changeLine('text', { script: 'Good evening.' }));
  expect(await screen.findByText('text')).toBeTruthy();
});
