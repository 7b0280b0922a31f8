import type { CharacterStore } from '../characterStore';
import { followPointer } from '../../shell/followPointer';

/** Follows the pointer until it is let go. Whatever it changes is one step to undo. */
export function gesture({ history }: CharacterStore, onMove: (event: PointerEvent) => void): void {
  history.begin();
  followPointer(onMove, () => history.end());
}
