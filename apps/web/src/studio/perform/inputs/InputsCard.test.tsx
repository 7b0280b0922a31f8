/** @jest-environment ./scripts/testEnvironments/browser.mjs */
import { act, fireEvent, screen, waitFor } from '@testing-library/react';
import { newCue, type Cue } from '@cruvo/core/cues';
import { compile } from '@cruvo/core/program';
import { richScene } from '@cruvo/core/testing';
import { renderInScene } from '../../../testing/panels';
import { useBindings } from './bindings';
import { InputsCard } from './InputsCard';

const material = richScene();
const [member] = Object.keys(material.scene.cast) as [string];
const character = material.characters.get(material.scene.cast[member]!.character)!;
const cues = ['wink', 'bow'].map((id): Cue => ({ ...newCue(id, id, null), order: id }));
const withCues = { ...character, cues: Object.fromEntries(cues.map((cue) => [cue.id, cue])) };

async function opened(device: string) {
  useBindings.setState({ bindings: {} });
  const own = compile(material).memos.get(member)!.value;
  const rendered = renderInScene(
    <InputsCard {...{ member, own, cues }} character={withCues} />,
    material,
  );
  const { performing } = rendered.open;
  act(() => performing.choose(member));
  fireEvent.change(screen.getByRole('combobox', { name: 'Device' }), { target: { value: device } });
  await screen.findByText('Touch it, and the character follows.');
  return {
    ...rendered,
    fired: () => [...performing.cues.state.getState().active],
    moved: () => Object.fromEntries(performing.state.getState().moved),
    bound: () => useBindings.getState().bindings[`${member} ${device}`],
  };
}
const hold = (name: string) => fireEvent.pointerDown(screen.getByRole('button', { name }));
const release = (name: string) => fireEvent.pointerUp(screen.getByRole('button', { name }));

it('a gamepad fires cues by its buttons and looks about by its stick, until it is put away', async () => {
  const { fired, moved } = await opened('simulated gamepad');
  hold('Button 2');
  expect(fired()).toEqual(['wink']);
  release('Button 2');
  expect(fired()).toEqual([]);
  const [, stick] = screen.getAllByRole('slider', { name: /^Stick/ });
  for (let step = 0; step < 10; step++) fireEvent.keyDown(stick!, { key: 'ArrowRight' });
  await waitFor(() => expect(moved()['gaze/x']).toBeGreaterThan(0));
  expect(screen.getByRole('meter', { name: 'How stick 2 across stands' })).toBeTruthy();
  fireEvent.change(screen.getByRole('combobox', { name: 'Device' }), { target: { value: '' } });
  expect(moved()).toEqual({});
});

it('a key of a keyboard is learnt by touch, and told what it does', async () => {
  const { bound, fired } = await opened('simulated midi');
  fireEvent.click(screen.getByRole('button', { name: 'Learn by touch' }));
  expect(screen.getByRole('status').textContent).toMatch(/^Press a button/);
  hold('Key 65');
  release('Key 65');
  expect(bound()!.at(-1)).toEqual({
    ...{ input: 'key 65', kind: 'button', action: { kind: 'cue', cue: 'wink' } },
  });
  fireEvent.change(screen.getByRole('combobox', { name: 'What key 65 does' }), {
    target: { value: 'cue bow' },
  });
  hold('Key 65');
  expect(fired()).toEqual(['bow']);
  release('Key 65');
  fireEvent.click(screen.getByRole('button', { name: 'Leave key 65 out' }));
  expect(bound()!.some(({ input }) => input === 'key 65')).toBe(false);
});

it('a knob moves its control from the middle of its way', async () => {
  const { moved } = await opened('simulated midi');
  const knob = screen.getAllByRole('slider', { name: 'Knob 23' })[0]!;
  fireEvent.change(knob, { target: { value: '1' } });
  await waitFor(() => expect(moved()['gaze/x']).toBeGreaterThan(0));
  fireEvent.change(knob, { target: { value: '0' } });
  await waitFor(() => expect(moved()['gaze/x']).toBeLessThan(0));
});

it('what was kept and can’t be read is left out', () => {
  const { merge } = useBindings.persist.getOptions();
  const valid = [{ input: 'a', kind: 'button', action: { kind: 'cue', cue: 'wink' } }];
  const merged = merge!({ bindings: { good: valid, bad: [{ input: 3 }] } }, useBindings.getState());
  expect(Object.keys(merged.bindings)).toEqual(['good']);
});
