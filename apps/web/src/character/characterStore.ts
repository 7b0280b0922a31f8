import { createStore } from 'zustand/vanilla';
import type { Character } from '@cruvo/core/character';
import { History } from '../history/history';

export interface CharacterState {
  readonly character: Character;
  /** Ids of the chosen parts; the last one is the one that panels show. */
  readonly chosen: readonly string[];
  /** What controls are set to, to see what they do; those that are left out are at rest. */
  readonly values: ReadonlyMap<string, number>;
  /** Id of the control whose stops are being shown; null: none. */
  readonly posing: string | null;
  choose(chosen: readonly string[]): void;
  setValue(control: string, value: number): void;
  pose(control: string | null): void;
  /** Changes the character, as one step to undo. */
  change(change: (character: Character) => Character): void;
}

/** The character being worked on, with one history of its changes. What is chosen is no part of that history. */
export function createCharacterStore(character: Character) {
  const store = createStore<CharacterState>()((set, get) => ({
    character,
    ...{ chosen: [], values: new Map(), posing: null },
    choose: (chosen) => set({ chosen }),
    setValue: (control, value) => set({ values: new Map(get().values).set(control, value) }),
    pose: (posing) => set({ posing }),
    change: (change) => history.change(change(get().character)),
  }));
  const history = new History<Character>(
    () => store.getState().character,
    (next) => store.setState({ character: next }),
  );
  return Object.assign(store, { history });
}

export type CharacterStore = ReturnType<typeof createCharacterStore>;
