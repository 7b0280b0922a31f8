import { createStore } from 'zustand/vanilla';
import type { Character } from '@cruvo/core/character';
import type { Point } from '@cruvo/core/geometry';
import { History } from '../history/history';

export interface CharacterState {
  readonly character: Character;
  /** Ids of the chosen parts; the last one is the one that panels show. */
  readonly chosen: readonly string[];
  /** What controls are set to, to see what they do; those that are left out are at rest. */
  readonly values: ReadonlyMap<string, number>;
  /** Id of the control whose stops are being shown; null: none. */
  readonly posing: string | null;
  /** How far grips are dragged to see what they do, by the ids of their controls. */
  readonly grips: ReadonlyMap<string, Point>;
  /** The point of a bend that is being worked on. */
  readonly point: PlaceInBend | null;
  /** Ids of the controls whose sliders are folded away. */
  readonly folded: ReadonlySet<string>;
  /** The soft region that is being painted. */
  readonly region: PlaceInBend | null;
  choose(chosen: readonly string[]): void;
  setValue(control: string, value: number): void;
  pose(control: string | null): void;
  /** Drags a grip; null: back where it was drawn. */
  drag(grip: string, offset: Point | null): void;
  /** Folds away the sliders of some controls and shows those of all others. */
  fold(folded: ReadonlySet<string>): void;
  choosePoint(point: PlaceInBend | null): void;
  paint(region: PlaceInBend | null): void;
  /** Changes the character, as one step to undo. */
  change(change: (character: Character) => Character): void;
}

/** Something of a bend: a point or a soft region. */
export interface PlaceInBend {
  readonly bend: string;
  readonly id: string;
}

/** The character being worked on, with one history of its changes. What is chosen is no part of that history. */
export function createCharacterStore(character: Character) {
  const store = createStore<CharacterState>()((set, get) => ({
    character,
    ...{ chosen: [], values: new Map(), posing: null },
    ...{ grips: new Map(), point: null, region: null, folded: new Set() },
    choose: (chosen) => set({ chosen, point: null, region: null }),
    setValue: (control, value) => set({ values: new Map(get().values).set(control, value) }),
    pose: (posing) => set({ posing }),
    drag: (grip, offset) => {
      const grips = new Map(get().grips);
      if (offset) grips.set(grip, offset);
      else grips.delete(grip);
      set({ grips });
    },
    fold: (folded) => set({ folded }),
    choosePoint: (point) => set({ point }),
    paint: (region) => set({ region }),
    change: (change) => history.change(change(get().character)),
  }));
  const history = new History<Character>(
    () => store.getState().character,
    (next) => store.setState({ character: next }),
  );
  return Object.assign(store, { history });
}

export type CharacterStore = ReturnType<typeof createCharacterStore>;
