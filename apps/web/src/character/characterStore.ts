import { createStore } from 'zustand/vanilla';
import type { Character } from '@cruvo/core/character';
import { History } from '../history/history';

export interface CharacterState {
  readonly character: Character;
  /** Ids of the chosen parts; the last one is the one that panels show. */
  readonly chosen: readonly string[];
  choose(chosen: readonly string[]): void;
  /** Changes the character, as one step to undo. */
  change(change: (character: Character) => Character): void;
}

/** The character being worked on, with one history of its changes. What is chosen is no part of that history. */
export function createCharacterStore(character: Character) {
  const store = createStore<CharacterState>()((set, get) => ({
    character,
    chosen: [],
    choose: (chosen) => set({ chosen }),
    change: (change) => history.change(change(get().character)),
  }));
  const history = new History<Character>(
    () => store.getState().character,
    (next) => store.setState({ character: next }),
  );
  return Object.assign(store, { history });
}

export type CharacterStore = ReturnType<typeof createCharacterStore>;
