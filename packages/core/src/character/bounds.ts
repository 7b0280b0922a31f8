import { unionOf, type Box } from '../geometry';
import type { Character } from './character';
import { branchOf } from './tree';

/** What a part and all that it holds cover as drawn, in units of the artwork; null where there is nothing. */
export function boundsOfPart(
  { parts, drawings }: Pick<Character, 'parts' | 'drawings'>,
  id: string,
): Box | null {
  return unionOf(
    branchOf(parts, id).flatMap(({ drawing }) =>
      drawing === null ? [] : (drawings[drawing] ?? []),
    ),
  );
}
