/** @jest-environment ./scripts/testEnvironments/browser.mjs */
import { cleanup, fireEvent, screen, waitFor } from '@testing-library/react';
import type { Patches } from '@cruvo/core/document';
import type { KeptReaction } from '@cruvo/core/reactions';
import { emptyProduction } from '@cruvo/core/scene';
import { testMaterial } from '@cruvo/core/testing';
import { renderInScene } from '../../testing/panels';
import { LifePanel } from './LifePanel';

afterEach(cleanup);
const original = globalThis.fetch;
afterEach(() => (globalThis.fetch = original));

const click = (name: string) => fireEvent.click(screen.getByRole('button', { name }));
const jaw: KeptReaction = {
  ...{ id: 'kept', order: 'a0', name: 'Chews', signal: { kind: 'cycle', period: 1 } },
  ...{ low: null, high: null, shaping: [], mix: 'add', weight: 1, follows: null },
  targets: [{ control: 'elsewhere', amount: 0.5, label: 'Jaw' }],
};

/** The panel of a scene whose production keeps reactions; what it is asked to change. */
function opened(reactions: Readonly<Record<string, KeptReaction>> = {}) {
  const body = { ...emptyProduction('Marsh'), reactions };
  const document = { id: 'production', kind: 'production', production: 'p', revision: 3, body };
  const sent: Patches[] = [];
  globalThis.fetch = async (_address, init) => {
    if (init?.method === 'PATCH') {
      sent.push((JSON.parse(init.body as string) as { patches: Patches }).patches);
    }
    return Response.json(document);
  };
  const { store } = renderInScene(<LifePanel />, testMaterial());
  return { sent, reactions: () => Object.values(store.getState().scene.reactions) };
}

describe('reactions that are kept in the production', () => {
  it('are taken there, and stay in the scene', async () => {
    const { sent, reactions } = opened();
    click('Reaction');
    click('Jaw by loudness');
    click('More for Jaw by loudness');
    fireEvent.click(screen.getByText('Keep it in the production, for every character'));
    await waitFor(() => expect(sent).toHaveLength(1));
    expect(sent[0]![0]).toMatchObject({
      op: 'add',
      value: { name: 'Jaw by loudness', targets: [{ control: 'mouth.jaw', label: 'Jaw' }] },
    });
    expect(reactions()).toHaveLength(1);
  });

  it('are offered with the others, and move what the character has of that name', async () => {
    const { reactions } = opened({ kept: jaw });
    await screen.findByRole('region', { name: 'Reactions of the production' });
    click('Reaction');
    click('Chews');
    expect(reactions()[0]).toMatchObject({
      name: 'Chews',
      targets: [{ control: 'mouth.jaw', amount: 0.5 }],
    });
  });

  it('can be deleted', async () => {
    const { sent } = opened({ kept: jaw });
    await screen.findByRole('region', { name: 'Reactions of the production' });
    click('More for Chews, kept');
    fireEvent.click(screen.getByText('Delete from the production'));
    await waitFor(() => expect(sent).toHaveLength(1));
    expect(sent[0]).toEqual([{ op: 'remove', path: ['reactions', 'kept'] }]);
  });

  it('say so where they can’t be read', async () => {
    globalThis.fetch = async () =>
      Response.json({ code: 'unavailable', detail: 'The database is away.' }, { status: 503 });
    renderInScene(<LifePanel />, testMaterial());
    expect(await screen.findByText(/The database is away/)).toBeTruthy();
  });
});
