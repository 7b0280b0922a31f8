/** @jest-environment ./scripts/testEnvironments/browser.mjs */
import { jest } from '@jest/globals';
import { act, cleanup, fireEvent, render, screen } from '@testing-library/react';
import { Problem } from '@cruvo/core/problem';
import type { Scene } from '@cruvo/core/scene';
import type { Document } from '../api/documents';
import { ConflictDialog } from './ConflictDialog';
import { DocumentSaver, type SaverPorts } from './documentSaver';
import { SaveBanner, SaveState } from './SaveBanner';

afterEach(cleanup);

const scene = (name: string) => ({ name }) as Scene;
const journal: SaverPorts<'scene'>['journal'] = {
  write: async () => undefined,
  keepTrack: async () => undefined,
  remove: async () => undefined,
};

/** A saver whose server answers what is given, with a change that waits. */
async function changed(
  save: SaverPorts<'scene'>['save'],
  write: SaverPorts<'scene'>['journal']['write'] = journal.write,
) {
  const ports: SaverPorts<'scene'> = {
    ...{
      save,
      journal: { ...journal, write },
      storeTrack: async () => undefined,
      announce: () => undefined,
    },
    read: async () => theirs,
  };
  const saver = new DocumentSaver<'scene'>('id', 1, scene('first'), ports);
  saver.change(scene('mine'));
  return saver;
}
const theirs: Document<'scene'> = {
  ...{ id: 'id', production: 'p', revision: 7 },
  kind: 'scene',
  body: scene('theirs'),
};

const saved = (revision: number) =>
  ({ saved: true, revision, merged: { ...theirs, revision, body: scene('mine') } }) as const;

describe('SaveBanner', () => {
  const banner = (saver: DocumentSaver<'scene'>) =>
    render(
      <>
        <SaveState saver={saver} />
        <SaveBanner kind="scene" id="id" saver={saver} />
      </>,
    );
  it('is silent while all goes well', async () => {
    const saver = await changed(async () => saved(2));
    banner(saver);
    expect(screen.getByRole('status').textContent).toBe('Saving …');
    await act(() => saver.settled());
    expect(screen.getByRole('status').textContent).toBe('Saved');
    expect(screen.queryByRole('alert')).toBeNull();
  });
  it('says that work is kept while the server is away, and tries again when asked', async () => {
    let away = true;
    const saver = await changed(async () => {
      if (away) throw new Problem('unavailable', 'The studio is away.');
      return saved(2);
    });
    banner(saver);
    await act(() => saver.settled().catch(() => undefined));
    expect(screen.getByRole('alert').textContent).toContain('The studio is away. Go on working');
    away = false;
    fireEvent.click(screen.getByRole('button', { name: 'Try now' }));
    await act(() => saver.settled());
    expect(screen.queryByRole('alert')).toBeNull();
    saver.stop();
  });
  it('offers the work as a file where neither the server nor the browser keeps it', async () => {
    const saver = await changed(
      async () => {
        throw new Problem('unavailable', 'The studio is away.');
      },
      async () => {
        throw new Error('refused');
      },
    );
    banner(saver);
    await act(() => saver.settled().catch(() => undefined));
    expect(screen.getByRole('alert').textContent).toContain('does not let Cruvo keep your work');
    expect(screen.getByRole('status').textContent).toBe('Not saved');
    const made: Blob[] = [];
    // The environment can't follow links.
    const click = jest.spyOn(HTMLAnchorElement.prototype, 'click').mockReturnValue();
    URL.createObjectURL = (file: Blob) => (made.push(file), 'blob:');
    fireEvent.click(screen.getByRole('button', { name: 'Download unsaved work' }));
    expect(made).toHaveLength(1);
    expect(click).toHaveBeenCalledTimes(1);
    click.mockRestore();
    saver.stop();
  });
  it('says why a change is refused', async () => {
    const saver = await changed(async () => {
      throw new Problem('bad-input', 'The name is too long.');
    });
    banner(saver);
    await act(() => saver.settled().catch(() => undefined));
    expect(screen.getByRole('alert').textContent).toContain('The name is too long.');
    expect(screen.getByRole('status').textContent).toBe('Not saved');
  });
});

describe('ConflictDialog', () => {
  const dialog = async () => {
    const saves: number[] = [];
    const saver = await changed(async (revision) => {
      saves.push(revision);
      return revision === 1 ? { saved: false, current: theirs } : saved(8);
    });
    const onTake = jest.fn();
    render(
      <ConflictDialog<'scene'>
        saver={saver}
        mine={scene('mine')}
        describe={(before, after) => (before.name === after.name ? [] : [`called ${after.name}`])}
        onTake={onTake}
      />,
    );
    expect(screen.queryByRole('dialog')).toBeNull();
    await act(() => saver.settled().catch(() => undefined));
    return { saver, saves, onTake };
  };
  it('tells both sides’ changes, and keeps this one', async () => {
    const { saver, saves, onTake } = await dialog();
    expect(screen.getByText('called theirs')).toBeTruthy();
    expect(screen.getByText('called mine')).toBeTruthy();
    fireEvent.click(screen.getByRole('button', { name: 'Keep this version' }));
    await act(() => saver.settled());
    expect(saves).toEqual([1, 7]);
    expect(onTake).not.toHaveBeenCalled();
    expect(screen.queryByRole('dialog')).toBeNull();
  });
  it('takes the other, saving nothing', async () => {
    const { saves, onTake } = await dialog();
    fireEvent.click(screen.getByRole('button', { name: 'Use the other version' }));
    expect(onTake).toHaveBeenCalledWith(theirs.body);
    expect(saves).toEqual([1]);
    expect(screen.queryByRole('dialog')).toBeNull();
  });
});
