/** @jest-environment ./scripts/testEnvironments/browser.mjs */
import { act, cleanup, fireEvent, screen } from '@testing-library/react';
import { emptyTrack, withKey } from '@cruvo/core/keys';
import { compile } from '@cruvo/core/program';
import { testMaterial } from '@cruvo/core/testing';
import { renderInScene } from '../../testing/panels';
import { MoverHeads } from './MoverHeads';
import { layOutRows } from './rows';
import { RowViewMenu } from './RowViewMenu';
import { useRowViews } from './rowViews';

afterEach(cleanup);

const base = testMaterial();
const { id: member } = Object.values(base.scene.cast)[0]!;
const track = withKey(emptyTrack('k', member, 'mouth.jaw'), 0, 1);
const material = { ...base, scene: { ...base.scene, keys: { k: track } } };

it('what moves a member is named beside its row, and muted there', () => {
  const [row] = layOutRows(compile(material), member).rows;
  const { store, again } = renderInScene(<MoverHeads row={row!} />, material);
  expect(screen.getByText('Jaw')).toBeTruthy();
  fireEvent.click(screen.getByRole('button', { name: 'Mute Jaw' }));
  expect(store.getState().scene.keys['k']!.muted).toBe(true);
  act(() => store.history.undo());
  again();
  expect(store.getState().scene.keys['k']!.muted).toBe(false);
});

it('a row shows reactions, and one curve of the voice, where that is wanted', () => {
  renderInScene(<RowViewMenu member={member} name="Una" />, material);
  const choose = (name: string) => {
    fireEvent.click(screen.getByRole('button', { name: 'What the row of Una shows' }));
    fireEvent.click(screen.getByRole('menuitemcheckbox', { name }));
    return useRowViews.getState().views[member];
  };
  expect(choose('Reactions')).toMatchObject({ reactions: true, curve: null });
  expect(choose('Pitch')).toMatchObject({ reactions: true, curve: 'pitch' });
  expect(choose('Loudness')).toMatchObject({ curve: 'loudness' });
  expect(choose('Loudness')).toMatchObject({ curve: null });
  expect(choose('Reactions')).toMatchObject({ reactions: false });
});
