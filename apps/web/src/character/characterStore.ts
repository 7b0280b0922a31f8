import { temporal } from 'zundo';
import { createStore } from 'zustand/vanilla';
import type { Character } from '@cruvo/core/character';

export interface CharacterState {
  readonly character: Character;
  /** Ids of the chosen parts; the last one is the one that panels show. */
  readonly chosen: readonly string[];
  choose(chosen: readonly string[]): void;
  /** Changes the character, as one step to undo. */
  change(change: (character: Character) => Character): void;
}

const UNDO_STEPS = 500;

/** The character being worked on, with one history of its changes. What is chosen is no part of that history. */
export function createCharacterStore(character: Character) {
  return createStore<CharacterState>()(
    temporal(
      (set) => ({
        character,
        chosen: [],
        choose: (chosen) => set({ chosen }),
        change: (change) => set((state) => ({ character: change(state.character) })),
      }),
      {
        limit: UNDO_STEPS,
        partialize: ({ character: current }) => ({ character: current }),
        equality: (before, after) => before.character === after.character,
      },
    ),
  );
}

export type CharacterStore = ReturnType<typeof createCharacterStore>;
