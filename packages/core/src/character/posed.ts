import { grouped, type Operation } from '../frame';
import { multiply, translation, type Matrix } from '../geometry';
import { AT_REST, type Pose } from '../motion/pose';
import type { Character } from './character';
import type { Drawing } from './drawing';
import { restMatrix, type Part } from './part';
import { branchOf, partById, treeOf } from './tree';

/**
 * What to paint for a character in a pose, back to front.
 *
 * @param place maps the artwork onto the stage
 */
export function operationsOf(character: Character, place: Matrix, pose: Pose): Operation[] {
  const tree = treeOf(character.parts);
  return siblings((tree.get(null) ?? []).filter(isSeen), place);

  function isSeen({ id, hidden }: Part): boolean {
    return !(pose.get(id)?.hidden ?? hidden);
  }

  function siblings(parts: readonly Part[], around: Matrix): Operation[] {
    const painted: Operation[] = [];
    /** What clipped parts are seen within: the last part that isn't clipped itself. */
    let base: readonly Operation[] = [];
    for (const part of parts) {
      const operations = operationsFor(part, around);
      if (part.clipped) painted.push(...grouped(operations, { within: base }));
      else {
        base = operations;
        painted.push(...operations);
      }
    }
    return painted;
  }

  function operationsFor(part: Part, around: Matrix): readonly Operation[] {
    const change = pose.get(part.id);
    const rest = restMatrix(part);
    const here = multiply(around, change?.move ? multiply(change.move, rest) : rest);
    const drawing = part.drawing === null ? undefined : character.drawings[part.drawing];
    const own = drawing ? [drawingOperation(drawing, here)] : [];
    const shown = part.shows === null ? null : (change?.shows ?? part.shows);
    const inside = (tree.get(part.id) ?? []).filter((held) =>
      shown === null ? isSeen(held) : held.id === shown,
    );
    const operations = [...own, ...siblings(inside, here)];
    if (!change?.repaint) return grouped(operations, part);
    // What is painted inside another part is not repainted in turn, so that nothing can hold itself.
    const paint = (id: string) => {
      const other = partById(character.parts, id);
      if (!other) return [];
      return operationsOf(
        { ...character, parts: standingAlone(character.parts, other) },
        around,
        AT_REST,
      );
    };
    return grouped(change.repaint(operations, here, paint), part);
  }
}

/** A part and all that it holds, seen. */
function standingAlone(parts: readonly Part[], part: Part): Part[] {
  const [, ...inside] = branchOf(parts, part.id);
  return [{ ...part, parent: null, hidden: false, clipped: false }, ...inside];
}

/** Where every part stands in a pose that is seen: the map from the artwork as drawn onto the stage. */
export function placesOf(character: Character, place: Matrix, pose: Pose): Map<string, Matrix> {
  const tree = treeOf(character.parts);
  const places = new Map<string, Matrix>();
  const visit = (part: Part, around: Matrix) => {
    const move = pose.get(part.id)?.move;
    const rest = restMatrix(part);
    const here = multiply(around, move ? multiply(move, rest) : rest);
    places.set(part.id, here);
    tree.get(part.id)?.forEach((held) => visit(held, here));
  };
  tree.get(null)?.forEach((part) => visit(part, place));
  return places;
}

/** Whether a part is seen in a pose: itself, and whatever holds it. */
export function isSeenIn(parts: readonly Part[], pose: Pose, id: string): boolean {
  const part = partById(parts, id);
  if (!part) return false;
  const holder = part.parent === null ? null : partById(parts, part.parent);
  if (!holder) return !(pose.get(id)?.hidden ?? part.hidden);
  const shown = holder.shows === null ? null : (pose.get(holder.id)?.shows ?? holder.shows);
  const seen = shown === null ? !(pose.get(id)?.hidden ?? part.hidden) : shown === id;
  return seen && isSeenIn(parts, pose, holder.id);
}

/** One drawing on its own. */
export function drawingOperation(
  { kind, media, x, y, width, height }: Drawing,
  place: Matrix,
): Operation {
  return { kind, media, matrix: multiply(place, translation(x, y)), width, height };
}
