import 'fake-indexeddb/auto';
import { clear, get, set } from 'idb-keyval';
import { differences } from '@cruvo/core/document';
import { linesOf, SCENE_VERSION, type Scene } from '@cruvo/core/scene';
import { FIXTURES, testMaterial } from '@cruvo/core/testing';
import type { Document } from '../api/documents';
import { browserJournal, unsavedWork } from './journal';

const { scene } = testMaterial();
const document: Document<'scene'> = {
  ...{ id: 'id', kind: 'scene', production: 'p', revision: 4 },
  body: scene,
};
const bytes = Uint8Array.of(1, 2, 3);
const window = '5a17ba45-0000-4000-8000-00000000000a';

describe('the journal in the browser', () => {
  beforeEach(() => clear());

  it('has nothing to bring back where nothing was left', async () => {
    expect(await unsavedWork(document)).toBeNull();
  });

  it('brings back what was changed, over the document as it is now', async () => {
    const patches = differences(scene, { ...scene, length: scene.length / 2 });
    await browserJournal.keepTrack('t', bytes);
    await browserJournal.write('id', { revision: 3, window, patches, tracks: ['t', 'lost'] });
    const renamed = { ...document, body: { ...scene, name: 'Renamed meanwhile' } };
    expect(await unsavedWork(renamed)).toEqual({
      revision: 3,
      window,
      body: { ...scene, name: 'Renamed meanwhile', length: scene.length / 2 },
      tracks: new Map([['t', bytes]]),
    });
  });

  it('writes only what was changed', async () => {
    const patches = differences(scene, { ...scene, name: 'Fog' });
    await browserJournal.write('id', { revision: 3, window, patches, tracks: [] });
    expect(JSON.stringify(await get(`journal id ${window}`)).length).toBeLessThan(160);
  });

  it('forgets a document with its tracks, and no others', async () => {
    for (const id of ['id', 'other']) {
      await browserJournal.keepTrack(`${id} track`, bytes);
      await browserJournal.write(id, { revision: 1, window, patches: [], tracks: [`${id} track`] });
    }
    await browserJournal.remove('id', window, ['id track']);
    expect(await unsavedWork(document)).toBeNull();
    expect(await get('track id track')).toBeUndefined();
    expect(await get('track other track')).toEqual(bytes);
  });

  it('takes up what an older Cruvo left, brought up to date', async () => {
    const { body } = FIXTURES.find(({ name }) => name === 'scene-3')!;
    await set('unsaved id', { revision: 2, body, tracks: { t: '{"version":1}' } });
    const left = await unsavedWork(document);
    expect([left!.revision, left!.body.schemaVersion]).toEqual([2, SCENE_VERSION]);
    expect(linesOf(left!.body)).toHaveLength(2);
    expect(new TextDecoder().decode(left!.tracks.get('t'))).toBe('{"version":1}');
    await browserJournal.remove('id', window, []);
    expect(await unsavedWork(document)).toBeNull();
  });

  it.each([
    ['journal id', { revision: 'one', patches: [], tracks: [] }],
    ['journal id', { revision: 1, patches: [{ op: 'move', path: ['a'] }], tracks: [] }],
    ['unsaved id', { revision: 1 }],
    ['unsaved id', 'nothing'],
  ])('passes over what is no entry: %s %j', async (key, value) => {
    await set(key, value);
    expect(await unsavedWork(document)).toBeNull();
  });

  it('leaves alone what a window that is still open has not saved', async () => {
    const held = new Set<string>();
    const locks = {
      request: async (
        name: string,
        options: { ifAvailable: true },
        hold: (lock: object | null) => boolean,
      ) => hold(options.ifAvailable && held.has(name) ? null : {}),
    };
    const before = Object.getOwnPropertyDescriptor(globalThis, 'navigator');
    Object.defineProperty(globalThis, 'navigator', { value: { locks }, configurable: true });
    try {
      const patches = differences(scene, { ...scene, name: 'Fog' });
      await browserJournal.write('id', { revision: 3, window, patches, tracks: [] });
      held.add(`window ${window}`);
      expect(await unsavedWork(document)).toBeNull();
      held.clear();
      expect((await unsavedWork(document))!.body.name).toBe('Fog');
    } finally {
      if (before) Object.defineProperty(globalThis, 'navigator', before);
      else delete (globalThis as { navigator?: unknown }).navigator;
    }
  });

  it('keeps the work of each window, and brings back one after the other', async () => {
    const windows = [window, '5a17ba45-0000-4000-8000-00000000000b'];
    for (const [at, each] of windows.entries()) {
      const patches = differences(scene, { ...scene, name: `Fog ${at}` });
      await browserJournal.write('id', { revision: 3, window: each, patches, tracks: [] });
    }
    await browserJournal.write('id2', { revision: 3, window, patches: [], tracks: [] });
    const first = (await unsavedWork(document))!;
    await browserJournal.remove('id', first.window!, []);
    const second = (await unsavedWork(document))!;
    expect([first.body.name, second.body.name].sort()).toEqual(['Fog 0', 'Fog 1']);
    await browserJournal.remove('id', second.window!, []);
    expect(await unsavedWork(document)).toBeNull();
  });

  it('takes up what was kept before windows had names', async () => {
    const patches = differences(scene, { ...scene, name: 'Fog' });
    await set('journal id', { revision: 3, patches, tracks: [] });
    expect(await unsavedWork(document)).toMatchObject({ window: null, body: { name: 'Fog' } });
    await browserJournal.remove('id', window, []);
    expect(await unsavedWork(document)).toBeNull();
  });

  it('brings back what the server would refuse, so that it can be mended', async () => {
    const broken: Scene = { ...scene, length: -1 };
    await browserJournal.write('id', {
      ...{ revision: 1, window, tracks: [] },
      patches: differences(scene, broken),
    });
    expect((await unsavedWork(document))!.body).toEqual(broken);
  });
});
