import { temporal } from 'zundo';
import { createStore } from 'zustand/vanilla';
import type { Corrections, FitSettings } from '@cruvo/core/mouth';
import { withRecord } from '@cruvo/core/records';
import type { Line, Scene } from '@cruvo/core/scene';
import type { Flicks } from '@cruvo/core/time';
import type { HeardVoice } from '../workers/hearVoice';

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
  takeHeard(line: string, heard: HeardVoice): void;
  replaceScene(scene: Scene): void;
}

const UNDO_STEPS = 500;

/** The scene being worked on, with one history of its changes. What is chosen is no part of that history. */
export function createSceneStore(scene: Scene) {
  return createStore<SceneState>()(
    temporal(
      (set) => {
        const changeLine = (id: string, change: (line: Line) => Partial<Line>) =>
          set(({ scene: before }) => ({
            scene: {
              ...before,
              lines: withRecord(before.lines, id, (line) => ({ ...line, ...change(line) })),
            },
          }));
        return {
          scene,
          chosen: null,
          choose: (chosen) => set({ chosen }),
          rename: (name) => set(({ scene: before }) => ({ scene: { ...before, name } })),
          changeLine: (line, change) => changeLine(line, () => change),
          setFit: (line, change) => changeLine(line, ({ fit }) => ({ fit: { ...fit, ...change } })),
          setCorrections: (line, corrections) => changeLine(line, () => ({ corrections })),
          takeHeard: (line, { id }) => changeLine(line, () => ({ track: id })),
          replaceScene: (next) => set({ scene: next }),
        };
      },
      {
        limit: UNDO_STEPS,
        partialize: ({ scene: current }) => ({ scene: current }),
        equality: (before, after) => before.scene === after.scene,
      },
    ),
  );
}

export type SceneStore = ReturnType<typeof createSceneStore>;
