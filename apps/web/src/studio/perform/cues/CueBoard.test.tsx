/** @jest-environment ./scripts/testEnvironments/browser.mjs */
import { act, fireEvent, screen } from '@testing-library/react';
import { newCue, type Cue } from '@cruvo/core/cues';
import { compile } from '@cruvo/core/program';
import { richScene } from '@cruvo/core/testing';
import { toFlicks } from '@cruvo/core/time';
import { BoardLink, type BoardMessage } from '../../../board/boardMessages';
import { FakeChannel } from '../../../testing/fakeChannels';
import { renderInScene } from '../../../testing/panels';
import { CueBoard } from './CueBoard';

const base = richScene();
const [member] = Object.keys(base.scene.cast) as [string];
const { character } = base.scene.cast[member]!;
const cue = (id: string, name: string, key: string, at: string): Cue => ({
  ...{ ...newCue(id, name, key), order: at },
  action: { kind: 'pose', targets: [{ control: 'gaze/x', amount: 1 }] },
  lasts: toFlicks(1),
});
const cues = { wink: cue('wink', 'Wink', 'w', 'a'), bow: cue('bow', 'Bow', 'b', 'b') };
const material = {
  ...base,
  characters: new Map([
    ...base.characters,
    [character, { ...base.characters.get(character)!, cues }],
  ]),
};

function opened() {
  const own = compile(material).memos.get(member)!.value;
  const rendered = renderInScene(<CueBoard member={member} own={own} />, material);
  const active = () => [...rendered.open.performing.cues.state.getState().active];
  return { ...rendered, active };
}

beforeAll(() => void Object.assign(globalThis, { BroadcastChannel: FakeChannel }));
afterAll(() => void Reflect.deleteProperty(globalThis, 'BroadcastChannel'));

describe('the board of cues', () => {
  it('is shown in other windows too, whose buttons fire them', () => {
    const { active, open, unmount } = opened();
    const heard: BoardMessage[] = [];
    const board = new BoardLink(open.id, (message) => void heard.push(message));
    board.say({ kind: 'hello' });
    expect(heard.at(-1)).toMatchObject({
      ...{ kind: 'cues', cues: [{ name: 'Wink', on: false }, { name: 'Bow' }] },
    });
    const at = performance.timeOrigin + performance.now();
    act(() => board.say({ kind: 'button', cue: 'wink', down: true, at }));
    expect(active()).toEqual(['wink']);
    expect(heard.at(-1)).toMatchObject({ cues: [{ on: true }, { on: false }] });
    act(() => board.say({ kind: 'button', cue: 'wink', down: false, at }));
    expect(active()).toEqual([]);
    unmount();
    expect(heard.at(-1)).toEqual({ kind: 'closed' });
    board.close();
  });

  it('fires a cue while its key, or its button, is held', () => {
    const { active } = opened();
    fireEvent.keyDown(window, { key: 'w', code: 'KeyW' });
    expect(active()).toEqual(['wink']);
    expect(screen.getByRole('button', { name: 'Fire Wink' }).getAttribute('aria-pressed')).toBe(
      'true',
    );
    fireEvent.keyUp(window, { key: 'w', code: 'KeyW' });
    expect(active()).toEqual([]);
    const button = screen.getByRole('button', { name: 'Fire Bow' });
    fireEvent.pointerDown(button);
    expect(active()).toEqual(['bow']);
    fireEvent.pointerUp(button);
    expect(active()).toEqual([]);
    fireEvent.keyDown(button, { key: ' ' });
    expect(active()).toEqual(['bow']);
    fireEvent.keyUp(button, { key: ' ' });
    expect(active()).toEqual([]);
  });
  it('lets go of keys when the window loses them, and when it is left', () => {
    const { active, unmount } = opened();
    fireEvent.keyDown(window, { key: 'w', code: 'KeyW' });
    fireEvent.blur(window);
    expect(active()).toEqual([]);
    fireEvent.keyDown(window, { key: 'b', code: 'KeyB' });
    unmount();
    expect(active()).toEqual([]);
  });
  it('leaves keys alone while somebody writes, and those with Control', () => {
    const { active } = opened();
    fireEvent.keyDown(screen.getByLabelText('Name of a new cue'), { key: 'w', code: 'KeyW' });
    fireEvent.keyDown(window, { key: 'w', code: 'KeyW', ctrlKey: true });
    expect(active()).toEqual([]);
  });
  it('lays one down at the playhead with Alt, where it can be taken away', () => {
    const { store, open, again } = opened();
    act(() => open.transport.seek(1.5));
    fireEvent.keyDown(window, { key: '∑', code: 'KeyW', altKey: true });
    again();
    const [clip] = Object.values(store.getState().scene.cues);
    expect(clip).toMatchObject({ member, cue: 'wink', start: toFlicks(1.5), length: toFlicks(1) });
    fireEvent.click(screen.getByRole('button', { name: 'Take Wink at 1.50 s away' }));
    expect(store.getState().scene.cues).toEqual({});
    act(() => store.history.undo());
    expect(Object.keys(store.getState().scene.cues)).toHaveLength(1);
  });
  it('shows what a cue does when its name is clicked', () => {
    opened();
    fireEvent.click(screen.getByTitle('Change Wink'));
    expect(screen.getByRole('region', { name: 'The cue Wink' })).toBeTruthy();
    expect(screen.getByLabelText('Key of Wink')).toHaveProperty('value', 'W');
  });
});
