/** @jest-environment ./scripts/testEnvironments/browser.mjs */
import { act, cleanup, fireEvent, screen } from '@testing-library/react';
import type { CutMouth, JawMouth, LipsMouth } from '@cruvo/core/mouth';
import { RICH_CHARACTERS } from '@cruvo/core/testing';
import { renderInCharacter } from '../../testing/panels';
import { EyesPanel } from './EyesPanel';
import { MouthSettings } from './MouthSettings';

afterEach(cleanup);

const slider = (name: string) => screen.getByRole('slider', { name });
const slide = (name: string, value: number) => {
  fireEvent.change(slider(name), { target: { value: String(value) } });
  fireEvent.pointerUp(slider(name));
};
const type = (name: string, value: string) =>
  fireEvent.change(screen.getByRole('spinbutton', { name }), { target: { value } });

describe('EyesPanel', () => {
  it('lets the eyes look where the point is dragged, and as drawn again', () => {
    const { store, handles } = renderInCharacter(<EyesPanel />);
    const eyes = () => store.getState().character.eyes;
    expect(handles()[0]).toMatchObject({ at: { x: 120, y: 60 } });
    act(() => handles()[0]!.onMove({ x: 10, y: 20 }));
    expect(eyes().gaze).toEqual({ x: 10, y: 20 });
    fireEvent.click(screen.getByRole('button', { name: 'Look as drawn' }));
    expect(eyes().gaze).toBeNull();
    expect(screen.getByRole('button', { name: 'Look as drawn' })).toHaveProperty('disabled', true);
    expect(handles()[0]).toMatchObject({ at: { x: 75, y: 72 } });
    fireEvent.click(screen.getByRole('checkbox', { name: /^Both eyes/ }));
    expect(eyes().together).toBe(false);
  });

  it('keeps the shortest time between blinks under the longest', () => {
    const { store } = renderInCharacter(<EyesPanel />);
    const blinking = () => store.getState().character.eyes.blinking;
    type('Shortest time between blinks', '9');
    expect(blinking()).toMatchObject({ shortest: 9, longest: 9 });
    type('Longest time between blinks', '4');
    expect(blinking()).toMatchObject({ shortest: 4, longest: 4 });
    type('Longest time between blinks', '0');
    type('Longest time between blinks', '500');
    expect(blinking()).toMatchObject({ shortest: 4, longest: 4 });
    slide('Twice in a row', 0.5);
    expect(blinking().doubles).toBe(0.5);
  });

  it('leans both brows inwards as their sliders go up, in degrees', () => {
    const both = RICH_CHARACTERS.get('chart')!;
    const brow = both.eyes.brows.right!;
    const { store } = renderInCharacter(<EyesPanel />, {
      ...both,
      eyes: { ...both.eyes, brows: { left: brow, right: brow } },
    });
    const lean = () => screen.getAllByRole('slider', { name: /brow tilt$/ });
    for (const one of lean()) fireEvent.change(one, { target: { value: '18' } });
    const { left, right } = store.getState().character.eyes.brows;
    expect(right!.turn).toBeCloseTo(Math.PI / 10, 2);
    expect(left!.turn).toBeCloseTo(-Math.PI / 10, 2);
  });

  it('says what a character can’t do yet', () => {
    renderInCharacter(<EyesPanel />, { ...RICH_CHARACTERS.get('jaw')! });
    expect(screen.queryByRole('region', { name: 'Gaze' })).toBeNull();
    expect(screen.getByRole('region', { name: 'Blinks' })).toBeTruthy();
    expect(screen.getAllByText(/^Not yet: /).length).toBeGreaterThan(0);
  });
});

describe('MouthSettings', () => {
  const settings = (kind: string) => {
    const character = RICH_CHARACTERS.get(kind)!;
    const { store, handles } = renderInCharacter(
      <MouthSettings rig={character.mouth!} />,
      character,
    );
    return { mouth: () => store.getState().character.mouth, handles };
  };

  it('of a cut drawing: both sides, their ends, the inside, and the corners on the drawing', () => {
    const { mouth, handles } = settings('cut');
    const cut = () => mouth() as CutMouth;
    slide('Upper side', 15);
    expect(cut().upper).toBe(15);
    slide('Lower side', 30);
    expect(cut().lower).toBe(30);
    fireEvent.change(screen.getByRole('combobox', { name: 'Inside' }), {
      target: { value: 'color' },
    });
    expect(cut().inside).toMatchObject({ kind: 'color' });
    expect(handles().map(({ name }) => name)).toEqual(['corner', 'other corner']);
    act(() => handles()[1]!.onMove({ x: 1, y: 2 }));
    expect(cut().to).toEqual({ x: 1, y: 2 });
  });

  it('of lips: how they follow, and four points on the drawing', () => {
    const { mouth, handles } = settings('lips');
    const lips = () => mouth() as LipsMouth;
    slide('Opens', 1.5);
    expect(lips().opening).toBe(1.5);
    slide('Tongue', 0);
    expect(lips().tongue).toBe(0);
    fireEvent.change(screen.getByLabelText('Lips'), { target: { value: '#112233' } });
    expect(lips().lipColor).toBe('#112233');
    expect(handles()).toHaveLength(4);
    act(() => handles()[3]!.onMove({ x: 9, y: 8 }));
    expect(lips().bottom).toEqual({ x: 9, y: 8 });
  });

  it('of a jaw: its turn in degrees, its way down, its hinge', () => {
    const { mouth, handles } = settings('jaw');
    const jaw = () => mouth() as JawMouth;
    slide('Rotation', 30);
    expect(jaw().turn).toBeCloseTo(Math.PI / 6, 2);
    slide('Slides down', 20);
    expect(jaw().slide).toMatchObject({ x: -2 });
    expect(jaw().slide.y).toBeGreaterThan(15);
    act(() => handles()[0]!.onMove({ x: 5, y: 5 }));
    expect(jaw().hinge).toEqual({ x: 5, y: 5 });
  });

  it('of drawings: nothing to set', () => {
    expect(settings('chart').handles()).toEqual([]);
    expect(screen.queryByRole('slider')).toBeNull();
  });
});
