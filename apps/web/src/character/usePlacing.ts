import { useShallow } from 'zustand/react/shallow';
import { useCharacter } from './CharacterContext';
import { placingOf, type Placing } from './placing';

/** What moving parts changes just now. */
export function usePlacing(): Placing {
  return useCharacter(useShallow(placingOf));
}
