import { assembledEyes } from './assembleEyes';
import { assembledMouth } from './assembleMouth';
import type { Character } from '../character';

/** A character whose mouth and eyes are put together by what its parts were recognised as. */
export function assembled(character: Character): Character {
  return assembledEyes(assembledMouth(character));
}
