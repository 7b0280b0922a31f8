import type { CharacterStore } from '../characterStore';
import { followPointer } from './followPointer';

/**
 * Follows the pointer until it is let go. Whatever it changes is one step to undo: the first change is kept in
 * the history, the later ones go on from it.
 */
export function gesture(store: CharacterStore, onMove: (event: PointerEvent) => void): void {
  const { temporal } = store;
  const steps = temporal.getState().pastStates.length;
  const move = (event: PointerEvent) => {
    onMove(event);
    if (temporal.getState().pastStates.length > steps) temporal.getState().pause();
  };
  followPointer(move, () => temporal.getState().resume());
}
