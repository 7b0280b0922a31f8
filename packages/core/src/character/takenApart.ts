import { middleOf, unionOf } from '../geometry';
import { bendsByPart } from './bend/bendsByPart';
import type { Character } from './character';
import type { Drawing } from './drawing';
import { withMeaning } from './edits';
import { freeName } from './freeName';
import { plainPart, type UnplacedPart } from './part';
import { partsOf, withPartList } from './partList';
import { recognise } from './recognition/recognise';
import { PAIRED_ROLES } from './recognition/words';
import { partById } from './tree';

/** The longest path of names that becomes an id. */
const LONGEST_ID = 250;

/** What of a drawing becomes a part of its own: one drawing, or several that stay together, back to front. */
export interface Piece {
  readonly name: string;
  /** In units of the artwork. */
  readonly drawings: readonly Drawing[];
}

/** Why the drawing of a part can't be taken apart, and what to do; null where it can. */
export function apartProblem(character: Character, id: string): string | null {
  const part = partById(partsOf(character), id);
  if (!part || part.drawing === null) return 'It has no drawing of its own.';
  if (!bendsByPart(character).has(id)) return null;
  return 'Its drawing bends as a whole. Take the bend away first.';
}

/**
 * A character in which a part holds the pieces of its drawing, and none of its own any more; its look, its pivot and
 * whatever moves it stay. Where its name says what it is and one like it belongs on each side, two pieces side by side
 * are the right and the left one.
 *
 * @param pieces back to front; together they look as the drawing did
 */
export function withPartTakenApart(
  character: Character,
  id: string,
  pieces: readonly Piece[],
): Character {
  const parts = partsOf(character);
  const part = partById(parts, id);
  if (!part || part.drawing === null) return character;
  const taken = new Set([...parts.map((one) => one.id), ...Object.keys(character.drawings)]);
  const drawings: Record<string, Drawing> = { ...character.drawings };
  delete drawings[part.drawing];
  const made: UnplacedPart[] = [];
  const tops: string[] = [];
  const add = (name: string, parent: string, own: readonly Drawing[]): string => {
    const key = freeName(`${parent}/${name}`.slice(-LONGEST_ID), taken);
    const pivot = middleOf(unionOf(own)!);
    const [drawing] = own;
    const single = own.length === 1;
    if (single) drawings[key] = drawing!;
    made.push(plainPart({ id: key, name, parent, pivot, drawing: single ? key : null }));
    if (!single) own.forEach((each, at) => add(`${name} ${at + 1}`, key, [each]));
    return key;
  };
  for (const { name, drawings: own } of pieces) if (own.length > 0) tops.push(add(name, id, own));
  const at = parts.indexOf(part);
  const after = withPartList(character, [
    ...parts.slice(0, at),
    { ...part, drawing: null },
    ...made,
    ...parts.slice(at + 1),
  ]);
  return withSidesSaid({ ...after, drawings }, id, tops);
}

function withSidesSaid(character: Character, id: string, pieces: readonly string[]): Character {
  const finding = recognise(partsOf(character)).get(id);
  if (!finding || finding.side !== null || !PAIRED_ROLES.has(finding.role)) return character;
  const { parts } = character;
  const [one, other, ...more] = [...pieces].sort((a, b) => parts[a]!.pivot.x - parts[b]!.pivot.x);
  if (one === undefined || other === undefined || more.length > 0) return character;
  const { role } = finding;
  // The character's own right is on the left of the page.
  const right = withMeaning(character, one, { role, side: 'right', sound: null });
  return withMeaning(right, other, { role, side: 'left', sound: null });
}
