import type { CharacterStore } from '../characterStore';

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
  const end = () => {
    window.removeEventListener('pointermove', move);
    window.removeEventListener('pointerup', end);
    window.removeEventListener('pointercancel', end);
    temporal.getState().resume();
  };
  window.addEventListener('pointermove', move);
  window.addEventListener('pointerup', end);
  window.addEventListener('pointercancel', end);
}
