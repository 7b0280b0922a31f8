import { inOrder, inTable, type Records } from '../records';
import type { Part, UnplacedPart } from './part';

interface WithParts {
  readonly parts: Records<Part>;
}

/** The parts of a character in painting order, back to front, each before the parts that it holds. */
export function partsOf({ parts }: WithParts): readonly Part[] {
  return inOrder(parts);
}

/** A character with other parts, in the order of the list. */
export function withPartList<Kind extends WithParts>(
  character: Kind,
  parts: readonly UnplacedPart[],
): Kind {
  return { ...character, parts: inTable<Part>(parts) };
}
