import { unionOf, type Box } from '../geometry';
import type { Character } from './character';
import { branchOf } from './tree';
import { partsOf } from './partList';

/** What a part and all that it holds cover as drawn, in units of the artwork; null where there is nothing. */
export function boundsOfPart(
  character: Pick<Character, 'parts' | 'drawings'>,
  id: string,
): Box | null {
  return unionOf(
    branchOf(partsOf(character), id).flatMap(({ drawing }) =>
      drawing === null ? [] : (character.drawings[drawing] ?? []),
    ),
  );
}
