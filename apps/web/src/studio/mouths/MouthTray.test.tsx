/** @jest-environment ./scripts/testEnvironments/browser.mjs */
import { act, cleanup, fireEvent, screen } from '@testing-library/react';
import { testMaterial } from '@cruvo/core/testing';
import { renderInScene } from '../../testing/panels';
import { MouthTray } from './MouthTray';
import { toFlicks } from '@cruvo/core/time';

afterEach(cleanup);

const mouths = () => screen.getAllByRole('button');

describe('MouthTray', () => {
  it('offers every drawing, for use once a mouth is chosen', () => {
    renderInScene(<MouthTray />);
    expect(mouths()).toHaveLength(2);
    for (const mouth of mouths()) expect(mouth).toHaveProperty('disabled', true);
    expect(mouths()[0]!.title).toBe('Choose a mouth on the timeline first');
  });

  it('shows another drawing at the chosen moment, as one step to undo', () => {
    const { store } = renderInScene(<MouthTray />);
    act(() => store.getState().choose({ line: 'line', time: toFlicks(1.5) }));
    const [shut, open] = mouths();
    expect(open!.getAttribute('aria-pressed')).toBe('true');
    expect(shut!.getAttribute('aria-pressed')).toBe('false');
    fireEvent.click(shut!);
    const corrections = () => store.getState().scene.lines['line']!.corrections;
    expect(corrections()).toHaveLength(1);
    expect(corrections()[0]).toMatchObject({ drawing: shut!.getAttribute('data-drawing') });
    act(() => store.history.undo());
    expect(corrections()).toEqual([]);
  });

  it('marks the drawing that is spoken where the scene stands', () => {
    const { open } = renderInScene(<MouthTray />);
    const spoken = () => mouths().filter((mouth) => mouth.classList.contains('spoken'));
    expect(spoken().map((mouth) => mouth.getAttribute('data-drawing'))).toEqual(['closed']);
    act(() => open.transport.seek(1.5));
    expect(spoken().map((mouth) => mouth.getAttribute('data-drawing'))).toEqual(['open']);
  });

  it('is not there where nobody speaks', () => {
    const material = testMaterial();
    renderInScene(<MouthTray />, { ...material, scene: { ...material.scene, lines: {} } });
    expect(screen.queryByRole('group')).toBeNull();
  });
});
