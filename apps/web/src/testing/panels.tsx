import { render, type RenderResult } from '@testing-library/react';
import type { ReactNode } from 'react';
import { MemoryRouter } from 'react-router';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import type { Character } from '@cruvo/core/character';
import type { DocumentKind } from '@cruvo/core/document';
import { type SceneMaterial, compile } from '@cruvo/core/program';
import { emptyProduction } from '@cruvo/core/scene';
import { RICH_CHARACTERS, testMaterial } from '@cruvo/core/testing';

import { CharacterContext, type OpenCharacter } from '../character/CharacterContext';
import { createCharacterStore, type CharacterStore } from '../character/characterStore';
import type { Saying } from '../character/useSaying';
import { DocumentSaver, type SaverPorts } from '../saving/documentSaver';
import { Reviewing } from '../studio/review/Reviewing';
import { ProgramContext, SceneContext, type OpenScene } from '../studio/SceneContext';
import { createSceneStore, type SceneStore } from '../studio/sceneStore';
import { MouthKeying } from '../studio/mouths/mouthKeying';
import { Performing } from '../studio/perform/performing';
import { PassSafe } from '../studio/perform/safe/passSafe';
import { Transport } from '../studio/playback/transport';
import { toSeconds } from '@cruvo/core/time';

/** A server that saves everything. */
function willingPorts<Kind extends DocumentKind>(): SaverPorts<Kind> {
  return {
    save: () => Promise.reject(new Error('Nothing is saved here.')),
    read: () => Promise.reject(new Error('Nothing is read here.')),
    storeTrack: async () => undefined,
    journal: {
      write: async () => undefined,
      keepTrack: async () => undefined,
      remove: async () => undefined,
    },
    announce: () => undefined,
  };
}

/** What can’t be read is not asked for again. */
const impatient = () => new QueryClient({ defaultOptions: { queries: { retry: false } } });

function around(children: ReactNode): RenderResult {
  return render(
    <QueryClientProvider client={impatient()}>
      <MemoryRouter>{children}</MemoryRouter>
    </QueryClientProvider>,
  );
}

/** A panel of the studio with a scene open around it, made ready anew as the scene changes. */
export function renderInScene(
  panel: ReactNode,
  material: SceneMaterial = testMaterial(),
): { store: SceneStore; open: OpenScene; again: () => void; unmount: () => void } {
  const store = createSceneStore(material.scene);
  const programNow = () => compile({ ...material, scene: store.getState().scene });
  const transport = new Transport(toSeconds(material.scene.length), []);
  const passSafe = new PassSafe('scene', 'window');
  const performing = new Performing(transport, passSafe);
  const openNow = (): OpenScene => ({
    ...{ id: 'scene', production: 'production', store },
    saver: new DocumentSaver<'scene'>('scene', 1, store.getState().scene, willingPorts()),
    transport,
    performing,
    passSafe,
    keepRecording: () => undefined,
    keepHeard: () => undefined,
    keying: new MouthKeying(store, transport, programNow()),
    characters: material.characters,
    tracks: material.tracks,
    images: new Map(),
    peaks: new Map(),
  });
  const open = openNow();
  const wrapped = (value: OpenScene) => (
    <SceneContext.Provider value={value}>
      <ProgramContext.Provider value={programNow()}>
        <Reviewing>{panel}</Reviewing>
      </ProgramContext.Provider>
    </SceneContext.Provider>
  );
  const { rerender, unmount } = around(wrapped(open));
  const again = () =>
    rerender(
      <QueryClientProvider client={impatient()}>
        <MemoryRouter>{wrapped(openNow())}</MemoryRouter>
      </QueryClientProvider>,
    );
  return { store, open, again, unmount };
}

const PRODUCTION = emptyProduction('Production');
const SILENT: Saying = {
  spoken: null,
  timeNow: () => null,
} as unknown as Saying;

/** A panel with a character open around it. */
export function renderInCharacter(
  panel: ReactNode,
  character: Character = RICH_CHARACTERS.get('chart')!,
): { store: CharacterStore; handles: () => OpenCharacter['handles'] } {
  const store = createCharacterStore(character);
  let handles: OpenCharacter['handles'] = [];
  const open: OpenCharacter = {
    ...{ id: 'character', productionId: 'production', store, handles, picking: null },
    production: PRODUCTION,
    saver: new DocumentSaver<'character'>('character', 1, character, willingPorts()),
    images: new Map(),
    saying: SILENT,
    pick: () => undefined,
    ...{ dialog: null, openDialog: () => undefined },
    partAt: { current: null },
    setHandles: (next) => void (handles = typeof next === 'function' ? next(handles) : next),
  };
  around(<CharacterContext.Provider value={open}>{panel}</CharacterContext.Provider>);
  return { store, handles: () => handles };
}
