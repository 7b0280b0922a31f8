import { createStore, type StoreApi } from 'zustand/vanilla';
import type { Corrections, FitSettings } from '@cruvo/core/mouth';
import { withRecord } from '@cruvo/core/records';
import type { Line, Scene } from '@cruvo/core/scene';
import type { Flicks } from '@cruvo/core/time';
import { History } from '../history/history';
import type { AnalysedVoice } from '../workers/analyseVoice';

/** A chosen mouth: a line, and a time inside the mouth, from the start of the line. */
export interface Chosen {
  readonly line: string;
  readonly time: Flicks;
}

export interface SceneState {
  readonly scene: Scene;
  readonly chosen: Chosen | null;
  choose(chosen: Chosen | null): void;
  rename(name: string): void;
  changeLine(line: string, change: Partial<Line>): void;
  setFit(line: string, change: Partial<FitSettings>): void;
  setCorrections(line: string, corrections: Corrections): void;
  takeAnalysis(line: string, heard: AnalysedVoice): void;
  replaceScene(scene: Scene): void;
}

/** The scene being worked on, with one history of its changes. What is chosen is no part of that history. */
export function createSceneStore(scene: Scene) {
  const store: StoreApi<SceneState> = createStore<SceneState>()((set, get) => {
    const change = (difference: Partial<Scene>): void =>
      history.change({ ...get().scene, ...difference });
    const changeLine = (id: string, of: (line: Line) => Partial<Line>): void =>
      change({
        lines: withRecord(get().scene.lines, id, (line) => ({ ...line, ...of(line) })),
      });
    return {
      scene,
      chosen: null,
      choose: (chosen) => set({ chosen }),
      rename: (name) => change({ name }),
      changeLine: (line, difference) => changeLine(line, () => difference),
      setFit: (line, fit) => changeLine(line, (one) => ({ fit: { ...one.fit, ...fit } })),
      setCorrections: (line, corrections) => changeLine(line, () => ({ corrections })),
      takeAnalysis: (line, { id }) => changeLine(line, () => ({ track: id })),
      replaceScene: (next) => history.change(next),
    };
  });
  const history: History<Scene> = new History<Scene>(
    () => store.getState().scene,
    (next) => store.setState({ scene: next }),
  );
  return Object.assign(store, { history });
}

export type SceneStore = ReturnType<typeof createSceneStore>;
