/** @jest-environment ./scripts/testEnvironments/browser.mjs */
import { jest } from '@jest/globals';
import { act, cleanup, fireEvent, screen } from '@testing-library/react';
import { DEFAULT_FIT } from '@cruvo/core/mouth';
import { richScene } from '@cruvo/core/testing';
import { withRecord } from '@cruvo/core/records';
import type { MoodChange } from '@cruvo/core/scene';
import { frameLength, toFlicks } from '@cruvo/core/time';
import { renderInScene } from '../../testing/panels';
import { useOpenScene, useScene } from '../SceneContext';
import { MoodFields } from './MoodFields';
import type { Replacing } from './useReplacing';
import { VoicePanel } from './VoicePanel';
import type { Fitting } from './useFitting';

afterEach(cleanup);

const idle = { state: { kind: 'idle' } } as unknown as Fitting;
const slide = (name: RegExp, value: number) =>
  fireEvent.change(screen.getByRole('slider', { name }), { target: { value: String(value) } });

const replacing: Replacing = {
  ...{ state: { kind: 'idle' }, last: null, replace: async () => undefined },
  ...{ cancel: () => undefined, drop: () => undefined },
};

const panel = {
  ...{ fitting: idle, replacing, problems: new Map<string, string>() },
  ...{ onWrite: () => undefined, onRecord: () => undefined },
};

describe('VoicePanel', () => {
  it('says that there is no voice where there is none', () => {
    const material = richScene();
    const written = jest.fn();
    renderInScene(<VoicePanel {...panel} onWrite={written} />, {
      ...material,
      scene: { ...material.scene, lines: {} },
    });
    expect(screen.getByText(/^Nothing is said here yet/)).toBeTruthy();
    fireEvent.click(screen.getByRole('button', { name: 'Write a line' }));
    expect(written).toHaveBeenCalledTimes(1);
    expect(screen.queryByRole('slider')).toBeNull();
  });

  it('sets how the voice moves the mouth, each change one step to undo', () => {
    const { store } = renderInScene(<VoicePanel {...panel} />);
    const fit = () => store.getState().scene.lines['line']!.fit;
    slide(/^Strength/, 1.7);
    slide(/^Hold/, 3);
    expect(fit()).toEqual({ ...DEFAULT_FIT, strength: 1.7, hold: 3 });
    expect(screen.getByText('theatrical · 170 %')).toBeTruthy();
    expect(screen.getByText('on threes')).toBeTruthy();
    act(() => store.history.undo());
    expect(fit()).toEqual({ ...DEFAULT_FIT, strength: 1.7 });
  });

  it.each([
    [0.5, 'mumbling · 50 %'],
    [1, 'natural · 100 %'],
    [1.3, 'lively · 130 %'],
  ])('says in words how strong %d is', (value, words) => {
    renderInScene(<VoicePanel {...panel} />);
    slide(/^Strength/, value);
    expect(screen.getByText(words)).toBeTruthy();
  });

  it('asks from which loudness on the mouth opens only where it follows loudness', () => {
    const { store } = renderInScene(<VoicePanel {...panel} />);
    expect(screen.queryByRole('slider', { name: /^Opens above/ })).toBeNull();
    fireEvent.click(screen.getByRole('radio', { name: 'Loudness' }));
    expect(store.getState().scene.lines['line']!.fit.method).toBe('loudness');
    slide(/^Opens above/, 0.6);
    expect(store.getState().scene.lines['line']!.fit.gate).toBe(0.6);
  });

  it('shows the line of the mouth that is chosen', () => {
    const { store, again } = renderInScene(<VoicePanel {...panel} />, richScene());
    act(() => store.getState().choose({ line: 'steps', time: toFlicks(0.3) }));
    again();
    expect(screen.getByRole('radio', { name: 'Loudness' })).toHaveProperty('checked', true);
    expect(screen.getByRole('link', { name: 'steps' }).getAttribute('href')).toBe(
      '/characters/steps',
    );
  });
});

describe('MoodFields', () => {
  const Moods = ({ id }: { id: string }) => {
    const { tracks } = useOpenScene();
    const line = useScene(({ scene }) => scene.lines[id]!);
    return <MoodFields line={line} track={tracks.get(line.track!)} />;
  };
  const field = (id: string, script = '') => {
    const rich = richScene();
    const lines = withRecord(rich.scene.lines, id, (line) => ({ ...line, script }));
    const material = { ...rich, scene: { ...rich.scene, lines } };
    const { store } = renderInScene(<Moods id={id} />, material);
    return () => store.getState().scene.lines[id]!;
  };
  it('sets what is shown in pauses, and takes it back', () => {
    const line = field('chart');
    const pauses = screen.getByRole('combobox', { name: 'In pauses' });
    expect(pauses).toHaveProperty('value', 'grin');
    fireEvent.change(pauses, { target: { value: 'round' } });
    expect(line().pauseDrawing).toBe('round');
    fireEvent.change(pauses, { target: { value: '' } });
    expect(line().pauseDrawing).toBeNull();
  });
  it('offers no moods where there is one, and nothing for pauses where one drawing is all', () => {
    field('two');
    expect(screen.queryByRole('combobox', { name: 'Mood' })).toBeNull();
  });
  it('takes what the script directs, and takes it away again', () => {
    const line = field('chart', 'Fog [cross] again. [a pause] No.');
    expect(screen.getByRole('button', { name: '[a pause]' })).toBeTruthy();
    fireEvent.click(screen.getByRole('button', { name: 'Set [cross]' }));
    const [{ time, mood }] = line().moods as [MoodChange];
    expect([time > 0, mood]).toEqual([true, 'cross']);
    expect(screen.queryByRole('button', { name: 'Set [cross]' })).toBeNull();
    const blend = screen.getByLabelText(/^How the mouth comes into it/);
    expect(blend).toHaveProperty('value', '0');
    fireEvent.change(blend, { target: { value: '4' } });
    expect(line().moods[0]!.blend).toBe(4 * frameLength('24'));
    expect(blend).toHaveProperty('value', '4');
    fireEvent.click(screen.getByRole('button', { name: /^Take the change/ }));
    expect(line().moods).toEqual([]);
  });
});
