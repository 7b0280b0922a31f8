/** @jest-environment ./scripts/testEnvironments/browser.mjs */
import { jest } from '@jest/globals';
import { cleanup, fireEvent, screen } from '@testing-library/react';
import type { CheckedVoice } from '@cruvo/core/audio';
import { isVoiced } from '@cruvo/core/scene';
import { renderInScene } from '../../testing/panels';
import { useScene } from '../SceneContext';

const quality = {
  ...{ spoken: 0.5, speechLevel: -20, backgroundLevel: -30, tonal: 0, tuneful: 0 },
  ...{ clippedPerMinute: 0, decay: null, highest: 7000 },
};
const checked: CheckedVoice = {
  quality,
  troubles: Array.from({ length: 8 }, (_, at) => {
    return { kind: 'clipping', start: at, end: at + 0.5 };
  }),
};
jest.unstable_mockModule('../../workers/analyseVoice', () => ({
  checkVoice: async () => checked,
}));
const { VoiceTroubles } = await import('./VoiceTroubles');

afterEach(cleanup);

function Troubles({ fitted }: { fitted: boolean }) {
  const line = useScene(({ scene }) => scene.lines['line']!);
  return isVoiced(line) ? <VoiceTroubles line={line} fitted={fitted} /> : null;
}

it('what will spoil the mouths is said before they are fitted, with where it is', async () => {
  const { open } = renderInScene(<Troubles fitted={false} />);
  expect(await screen.findByText(/^The room is noisy/)).toBeTruthy();
  expect(screen.getByText(/and 2 more/)).toBeTruthy();
  fireEvent.click(screen.getByRole('button', { name: '1.0–1.5 s' }));
  expect(open.transport.time()).toBeCloseTo(1);
});

it('where mouths are fitted, only the places are said besides', async () => {
  renderInScene(<Troubles fitted />);
  expect(await screen.findByText(/^Cut off at its peaks/)).toBeTruthy();
  expect(screen.queryByText(/^The room is noisy/)).toBeNull();
});
