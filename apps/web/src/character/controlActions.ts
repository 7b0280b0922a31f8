import { bodyControlsOf, withNewControl, withStop } from '@cruvo/core/character';
import type { CharacterStore } from './characterStore';

/** The value to which a control is set to see what it does. */
export function valueOf(
  { character, values }: ReturnType<CharacterStore['getState']>,
  id: string,
): number {
  return values.get(id) ?? character.controls[id]?.rest ?? 0;
}

/** Makes a stop where a control stands; what is moved from then on belongs to it. */
export function stopHere(store: CharacterStore, id: string): void {
  const at = valueOf(store.getState(), id);
  store.getState().change((character) => withStop(character, id, at));
}

/** Adds a control, and begins to show it. */
export function addControl(store: CharacterStore): void {
  const { character, change, pose } = store.getState();
  const names = new Set(bodyControlsOf(character).map(({ name }) => name));
  let number = names.size + 1;
  while (names.has(`Control ${number}`)) number++;
  const id = crypto.randomUUID();
  change((before) => withNewControl(before, id, `Control ${number}`));
  pose(id);
}
