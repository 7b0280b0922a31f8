/** @jest-environment ./scripts/testEnvironments/browser.mjs */
import { act, cleanup, fireEvent, screen, waitFor, within } from '@testing-library/react';
import type { Patches } from '@cruvo/core/document';
import { inOrder } from '@cruvo/core/records';
import { richScene, testMaterial } from '@cruvo/core/testing';
import { renderInScene } from '../../testing/panels';
import { LifePanel } from './LifePanel';

afterEach(cleanup);

const click = (name: string | RegExp) => fireEvent.click(screen.getByRole('button', { name }));
const choose = (label: string, value: string) =>
  fireEvent.change(screen.getByLabelText(label), { target: { value } });

function opened() {
  const rendered = renderInScene(<LifePanel />, richScene());
  const { store } = rendered;
  act(() => store.getState().chooseMember('chart'));
  const reactions = () =>
    inOrder(store.getState().scene.reactions).filter(({ member }) => member === 'chart');
  return { ...rendered, reactions };
}

it('a character is brought to life, in another way, more or less, and all of it is taken back', () => {
  const { store, reactions } = opened();
  click(/^Bring .* to life$/);
  const first = reactions();
  expect(first.length).toBeGreaterThan(3);
  click('Another');
  expect(reactions()).not.toEqual(first);
  expect(store.getState().scene.performances['chart']!.seed).toBe(2);
  fireEvent.change(screen.getByLabelText('Calm'), { target: { value: '1' } });
  expect(store.getState().scene.performances['chart']!.calm).toBe(1);
  click('How much of each');
  fireEvent.change(screen.getByLabelText('Eyes'), { target: { value: '0' } });
  expect(reactions().some(({ id }) => id.includes('blinks'))).toBe(false);
  for (let step = 0; step < 4; step++) act(() => store.history.undo());
  expect(reactions()).toEqual([]);
});

it('a reaction of one’s own is told what to follow, how to shape it and what to move', () => {
  const { reactions, again } = opened();
  click('Reaction');
  click('One of your own');
  again();
  const [made] = reactions();
  expect(screen.getByText('It moves nothing yet: choose a control.')).toBeTruthy();
  choose('Signal', 'chance');
  expect(reactions()[0]!.signal).toMatchObject({ kind: 'chance', seed: 1 });
  // The shortest time pushes the longest before it.
  choose('At least after', '20');
  expect(reactions()[0]!.signal).toMatchObject({ shortest: 20, longest: 20 });
  choose('Signal', 'loudness');
  choose('Whose voice', 'others');
  choose('Quiet end', '-50');
  choose('Add a step of shaping', 'gate');
  choose('Add a step of shaping', 'curve');
  choose('Gate: Level', '0.4');
  click('Remove Curve');
  choose('Move another control', 'gaze/x');
  choose('Amount 1', '-0.25');
  choose('How it is laid over the rest', 'replace');
  choose('How much of it', '0.5');
  expect(reactions()[0]).toMatchObject({
    ...{ id: made!.id, signal: { kind: 'loudness', of: 'others' }, low: -50, high: null },
    shaping: [{ kind: 'gate', level: 0.4 }],
    targets: [{ control: 'gaze/x', amount: -0.25 }],
    ...{ mix: 'replace', weight: 0.5 },
  });
  click('The other way round');
  expect(reactions()[0]!.targets[0]!.amount).toBe(0.25);
  choose('Quiet end', '');
  expect(reactions()[0]!.low).toBeNull();
});

it('what goes in and comes out is drawn about the playhead', () => {
  const { again } = opened();
  click('Reaction');
  click('Brows on emphasis');
  choose('Signal', 'cycle');
  again();
  const lines = () =>
    [...screen.getByRole('img', { name: /signal/ }).querySelectorAll('path')].map((path) =>
      path.getAttribute('d'),
    );
  const before = lines();
  expect(before[0]).toMatch(/^M.*L/);
  expect(before[0]).not.toBe(before[1]);
});

it('reactions are muted, all but one, and deleted', () => {
  const { reactions } = opened();
  for (const preset of ['Brows on emphasis', 'Jaw by loudness']) {
    click('Reaction');
    click(preset);
  }
  const more = (name: string) => {
    click(`More for ${name}`);
    return within(screen.getByRole('region', { name }));
  };
  fireEvent.click(more('Jaw by loudness').getByText('Mute all others'));
  expect(reactions().map(({ muted }) => muted)).toEqual([true, false]);
  fireEvent.click(more('Jaw by loudness').getByText('Mute all others'));
  expect(reactions().map(({ muted }) => muted)).toEqual([false, false]);
  click('Mute Brows on emphasis');
  expect(reactions().map(({ muted }) => muted)).toEqual([true, false]);
  fireEvent.click(more('Brows on emphasis').getByText('Delete'));
  expect(reactions().map(({ name }) => name)).toEqual(['Jaw by loudness']);
});

describe('a reaction that is kept on the character', () => {
  const original = globalThis.fetch;
  afterEach(() => (globalThis.fetch = original));

  /** A server that has the character, and answers changes of it as told. */
  function kept(answer: () => Response) {
    const material = testMaterial();
    const body = material.characters.get('character')!;
    const document = { id: 'character', kind: 'character', production: 'p', revision: 3, body };
    const sent: Patches[] = [];
    globalThis.fetch = async (_address, init) => {
      if (init?.method !== 'PATCH') return Response.json(document);
      sent.push((JSON.parse(init.body as string) as { patches: Patches }).patches);
      return answer();
    };
    const { store } = renderInScene(<LifePanel />, material);
    click('Reaction');
    click('Jaw by loudness');
    click('More for Jaw by loudness');
    fireEvent.click(screen.getByText('Keep it on the character, for every scene'));
    const left = () => Object.keys(store.getState().scene.reactions).length;
    return { sent, left, document };
  }

  it('leaves the scene when it is saved', async () => {
    const saved = () => Response.json(document);
    const { sent, left, document } = kept(() => saved());
    await waitFor(() => expect(left()).toBe(0));
    const [patch] = sent[0]!;
    expect(patch).toMatchObject({ op: 'add', value: { name: 'Jaw by loudness', mix: 'replace' } });
    expect(patch!.value).not.toHaveProperty('member');
  });

  it('stays where it is when it can’t be, and says so', async () => {
    const { left } = kept(() =>
      Response.json({ code: 'unavailable', detail: 'The disk is full.' }, { status: 507 }),
    );
    expect(await screen.findByText(/The disk is full/)).toBeTruthy();
    expect(left()).toBe(1);
  });
});
