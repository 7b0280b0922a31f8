import type { FrameItem } from '../frame';
import { IDENTITY, unionOf, type Box } from '../geometry';
import { AT_REST } from '../pose';
import { inTable } from '../records';
import type { Character } from './character';
import { AS_DRAWN, type Part } from './part';
import { itemsOf } from './posed';

/** What a part and all that it holds look like by themselves. */
export interface PartPicture {
  /** In units of the artwork. */
  readonly items: readonly FrameItem[];
  readonly box: Box;
}

/**
 * A part as drawn, whatever hides it; of a group what is seen in it, or all where nothing is. Null: nothing is drawn.
 *
 * @param branch the part and all that it holds, in painting order
 */
export function pictureOfPart(
  branch: readonly Part[],
  drawings: Character['drawings'],
): PartPicture | null {
  const box = unionOf(
    branch.flatMap(({ drawing }) => (drawing === null ? [] : (drawings[drawing] ?? []))),
  );
  if (!box) return null;
  const [part, ...inside] = branch.map((one) => ({ ...one, rest: AS_DRAWN }));
  const top = { ...part!, parent: null, hidden: false, clipped: false };
  const paint = (held: readonly Part[]) =>
    itemsOf({ parts: inTable<Part>([top, ...held]), drawings }, IDENTITY, AT_REST);
  const items = paint(inside);
  if (items.length > 0) return { items, box };
  return { items: paint(inside.map((one) => ({ ...one, hidden: false }))), box };
}
