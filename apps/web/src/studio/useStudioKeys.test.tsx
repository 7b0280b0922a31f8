/** @jest-environment ./scripts/testEnvironments/browser.mjs */
import { act, cleanup, fireEvent } from '@testing-library/react';
import { withRecord } from '@cruvo/core/records';
import { toFlicks } from '@cruvo/core/time';
import { testMaterial } from '@cruvo/core/testing';
import { renderInScene } from '../testing/panels';
import { useStudioKeys } from './useStudioKeys';

afterEach(cleanup);

const NOTHING = { help: () => undefined, record: () => undefined, recording: false };
function Keys() {
  useStudioKeys(() => null, NOTHING);
  return null;
}

describe('Enter', () => {
  it('chooses the mouth at the playhead, of the line that began last', () => {
    const material = testMaterial();
    const { lines } = material.scene;
    const later = { ...lines['line']!, id: 'later', start: toFlicks(1) };
    const scene = { ...material.scene, lines: { ...lines, later } };
    const { store, open } = renderInScene(<Keys />, { ...material, scene });
    const chosenAt = (time: number) => {
      act(() => {
        open.transport.seek(time);
        fireEvent.keyDown(document, { key: 'Enter', code: 'Enter' });
      });
      return store.getState().chosen;
    };
    expect(chosenAt(0.5)).toEqual({ line: 'line', time: toFlicks(0.5) });
    expect(chosenAt(1.25)).toEqual({ line: 'later', time: toFlicks(0.25) });
  });

  it('changes nothing where nobody speaks', () => {
    const material = testMaterial();
    const scene = {
      ...material.scene,
      lines: withRecord(material.scene.lines, 'line', (line) => ({ ...line, start: toFlicks(1) })),
    };
    const { store, open } = renderInScene(<Keys />, { ...material, scene });
    act(() => {
      open.transport.seek(0.5);
      fireEvent.keyDown(document, { key: 'Enter', code: 'Enter' });
    });
    expect(store.getState().chosen).toBeNull();
  });
});
