/** @jest-environment ./scripts/testEnvironments/browser.mjs */
import { act, cleanup, fireEvent, screen, waitFor, within } from '@testing-library/react';
import type { Patches } from '@cruvo/core/document';
import { emptyTrack, keptMove, withKey, type Move } from '@cruvo/core/keys';
import { testMaterial } from '@cruvo/core/testing';
import { toFlicks, toSeconds } from '@cruvo/core/time';
import { renderInScene } from '../../testing/panels';
import { MoveList } from './MoveList';

afterEach(cleanup);

const keys = [0.5, 1, 1.5].reduce(
  (track, time) => withKey(track, toFlicks(time), time === 1 ? 4 : 0),
  emptyTrack('k', 'member', 'gaze/x'),
);
const whole = { start: toFlicks(0.5), end: toFlicks(1.5) };
const glance = keptMove('glance', 'Glance', [keys], whole)!;
const click = (name: string | RegExp) => fireEvent.click(screen.getByRole('button', { name }));

/** The moves of a member whose keys are set; the server answers changes of its character as told. */
function opened({ moves = {}, answer = () => new Response(null) } = {}) {
  const material = testMaterial();
  const { id: member, character: id } = Object.values(material.scene.cast)[0]!;
  const body = { ...material.characters.get(id)!, moves };
  const rendered = renderInScene(<MoveList member={member} />, {
    ...material,
    characters: new Map([[id, body]]),
    scene: { ...material.scene, keys: { k: { ...keys, member } } },
  });
  const sent: Patches[] = [];
  globalThis.fetch = async (_address, init) => {
    const document = { id, kind: 'character', production: 'p', revision: 3, body };
    if (init?.method !== 'PATCH') return Response.json(document);
    sent.push((JSON.parse(init.body as string) as { patches: Patches }).patches);
    return answer();
  };
  const placed = () => Object.values(rendered.store.getState().scene.moves);
  const seek = (seconds: number) => act(() => rendered.open.transport.seek(seconds));
  return { ...rendered, sent, placed, seek };
}

const original = globalThis.fetch;
afterEach(() => (globalThis.fetch = original));

describe('a move that is kept', () => {
  const keep = (name: string) => {
    fireEvent.change(screen.getByLabelText('Name of the move'), { target: { value: name } });
    click('Keep keys as a move');
  };

  it('is all that is keyed, from the first key to the last', async () => {
    const { sent } = opened();
    keep('Look aside');
    await waitFor(() => expect(sent).toHaveLength(1));
    const { value } = sent[0]![0]! as { value: Move };
    expect(value).toMatchObject({ name: 'Look aside', length: toFlicks(1) });
    expect(value.tracks[0]!.keys.map(({ time }) => toSeconds(time))).toEqual([0, 0.5, 1]);
  });
  it('is what lies in the work area, where keys lie in it', async () => {
    const { sent, store, again } = opened();
    const workArea = { start: toFlicks(0.75), end: toFlicks(1.25) };
    act(() => store.getState().edit((scene) => ({ ...scene, workArea })));
    again();
    keep('Part');
    await waitFor(() => expect(sent).toHaveLength(1));
    const { value } = sent[0]![0]! as { value: Move };
    expect(value.length).toBe(toFlicks(0.5));
  });
  it('says why it could not be saved, and keeps its name', async () => {
    const refused = { code: 'unavailable', detail: 'The disk is full.' };
    opened({ answer: () => Response.json(refused, { status: 507 }) });
    keep('Look aside');
    expect(await screen.findByText(/The disk is full/)).toBeTruthy();
    expect(screen.getByLabelText<HTMLInputElement>('Name of the move').value).toBe('Look aside');
  });
});

describe('a move that is laid down', () => {
  it('begins at the playhead, is changed, muted, repeated and deleted, each as a step to undo', () => {
    const { placed, seek, store, again } = opened({ moves: { glance } });
    seek(2);
    click(/Lay down/);
    again();
    const card = () => within(screen.getByRole('region', { name: 'Glance at 2.00 s' }));
    expect(card().getByText('2.00 to 3.00 s')).toBeTruthy();
    fireEvent.change(card().getByLabelText(/^Speed/), { target: { value: '2' } });
    fireEvent.change(card().getByLabelText(/^Times/), { target: { value: '3' } });
    fireEvent.change(card().getByLabelText(/laid over/), { target: { value: 'add' } });
    click(/^Mute Glance/);
    expect(placed()).toMatchObject([{ speed: 2, times: 3, mix: 'add', muted: true }]);
    again();
    const more = (entry: string) => {
      click('More for Glance at 2.00 s');
      fireEvent.click(screen.getByText(entry));
    };
    more('Once more after it');
    expect(placed().map(({ start }) => toSeconds(start))).toEqual([2, 3.5]);
    act(() => store.history.undo());
    expect(placed()).toHaveLength(1);
    more('Delete');
    expect(placed()).toEqual([]);
  });
  it('says that the character has it no more, and goes', () => {
    const { placed, store, again } = opened({ moves: { glance } });
    click(/Lay down/);
    const { id } = placed()[0]!;
    act(() =>
      store.getState().edit((scene) => ({
        ...scene,
        moves: { [id]: { ...scene.moves[id]!, move: 'gone' } },
      })),
    );
    again();
    click('Delete it');
    expect(placed()).toEqual([]);
  });
});
