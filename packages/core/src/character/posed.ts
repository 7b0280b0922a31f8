import { bentItem, drawingItem, grouped, groupItem, type FrameItem } from '../frame';
import { multiply, translation, type Matrix } from '../geometry';
import type { BentMesh } from '../mesh';
import { AT_REST, contentItems, lit, type PartPose, type Pose } from '../pose';
import type { Character } from './character';
import type { Drawing } from './drawing';
import { restMatrix, type Part } from './part';
import { partsOf } from './partList';
import { branchOf, partById, treeOf } from './tree';

/**
 * What to paint for a character in a pose, back to front.
 *
 * @param place maps the artwork onto the stage
 * @param owner what the ids of the items begin with, where there are several characters
 */
export function itemsOf(
  character: Pick<Character, 'parts' | 'drawings'>,
  place: Matrix,
  pose: Pose,
  owner = '',
): FrameItem[] {
  return partItems(partsOf(character), character.drawings, place, pose, owner);
}

function partItems(
  parts: readonly Part[],
  drawings: Character['drawings'],
  place: Matrix,
  pose: Pose,
  owner: string,
): FrameItem[] {
  const tree = treeOf(parts);
  return siblings((tree.get(null) ?? []).filter(isSeen), place);

  function isSeen({ id, hidden }: Part): boolean {
    return !(pose.get(id)?.hidden ?? hidden);
  }

  function siblings(group: readonly Part[], around: Matrix): FrameItem[] {
    const painted: FrameItem[] = [];
    /** What clipped parts are seen within: the last part that isn't clipped itself. */
    let base: readonly FrameItem[] = [];
    for (const part of backToFront(group)) {
      const items = itemsFor(part, around, part.clipped ? base : null);
      painted.push(...items);
      if (!part.clipped) base = items;
    }
    return painted;
  }

  /** Parts of a group in the order in which they are painted now. */
  function backToFront(group: readonly Part[]): readonly Part[] {
    const isBehind = ({ id }: Part) => pose.get(id)?.behind === true;
    return group.some(isBehind)
      ? [...group.filter(isBehind), ...group.filter((part) => !isBehind(part))]
      : group;
  }

  /** What a part shows and holds, as its mask and its isolation let it be seen. */
  function within(part: Part, here: Matrix, items: FrameItem[]): readonly FrameItem[] {
    const id = owner + part.id;
    const mask = part.mask === null ? undefined : drawings[part.mask];
    if (mask) {
      return grouped(`${id}/masked`, items, { mask: [itemOfDrawing(`${id}/mask`, mask, here)] });
    }
    const blends = items.length > 1 && part.isolated;
    return blends ? [groupItem(`${id}/isolated`, items, { isolated: true })] : items;
  }

  /** What is seen of a part's insides while one of them goes over into another: what both would show, added up. */
  function dissolved(
    part: Part,
    shown: readonly Part[],
    { part: other, share }: NonNullable<PartPose['fading']>,
    around: Matrix,
  ): FrameItem[] {
    const id = `${owner}${part.id}/dissolve`;
    const going = (tree.get(part.id) ?? []).filter((held) => held.id === other);
    const both = [
      ...grouped(`${id}/shown`, siblings(shown, around), { opacity: 1 - share }),
      ...grouped(`${id}/going`, siblings(going, around), { opacity: share, blend: 'lighter' }),
    ];
    return both.length > 0 ? [groupItem(id, both, { isolated: true })] : [];
  }

  /** @param base what it is seen within, where it is clipped */
  function itemsFor(
    part: Part,
    around: Matrix,
    base: readonly FrameItem[] | null,
  ): readonly FrameItem[] {
    const id = owner + part.id;
    const change = pose.get(part.id);
    const rest = restMatrix(part);
    const holder = change?.carried ? multiply(place, change.carried) : around;
    const here = multiply(holder, change?.move ? multiply(change.move, rest) : rest);
    const drawing = part.drawing === null ? undefined : drawings[part.drawing];
    const own = drawing ? [itemOfDrawing(id, drawing, here, change?.bend)] : [];
    const shown = part.shows === null ? null : (change?.shows ?? part.shows);
    const inside = (tree.get(part.id) ?? []).filter((held) =>
      shown === null ? isSeen(held) : held.id === shown,
    );
    const fading = shown === null ? undefined : change?.fading;
    const items = within(part, here, [
      ...own,
      ...(fading ? dissolved(part, inside, fading, here) : siblings(inside, here)),
    ]);
    const group = base ? `${id}/clipped` : `${id}/group`;
    const opacity = part.opacity * (change?.opacity ?? 1);
    const together = { opacity, blend: part.blend, mask: base };
    const shine = (seen: readonly FrameItem[]) =>
      grouped(group, change?.light ? lit(id, seen, change.light) : seen, together);
    if (!change?.content) return shine(items);
    // A part that is painted inside another one shows no content of its own, so that nothing can hold itself.
    const paint = (name: string) => {
      const other = partById(parts, name);
      const alone = other ? standingAlone(parts, other) : [];
      return partItems(alone, drawings, around, AT_REST, `${id}/inside/`);
    };
    return shine(contentItems(change.content, { id, items, place: here, paint }));
  }
}

/** A part and all that it holds, seen. */
function standingAlone(parts: readonly Part[], part: Part): Part[] {
  const [, ...inside] = branchOf(parts, part.id);
  return [{ ...part, parent: null, hidden: false, clipped: false }, ...inside];
}

/** Where every part stands in a pose that is seen: the map from the artwork as drawn onto the stage. */
export function placesOf(
  character: Pick<Character, 'parts'>,
  place: Matrix,
  pose: Pose,
): Map<string, Matrix> {
  const tree = treeOf(partsOf(character));
  const places = new Map<string, Matrix>();
  const visit = (part: Part, around: Matrix) => {
    const { move, carried } = pose.get(part.id) ?? {};
    const rest = restMatrix(part);
    const holder = carried ? multiply(place, carried) : around;
    const here = multiply(holder, move ? multiply(move, rest) : rest);
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

/** One drawing on its own. @param bend how it is bent, in units of the artwork */
export function itemOfDrawing(
  id: string,
  drawing: Drawing,
  place: Matrix,
  bend?: BentMesh,
): FrameItem {
  if (bend) return bentItem(id, { ...drawing, drawn: drawing.kind }, drawing, bend, place);
  return drawingItem(id, drawing, multiply(place, translation(drawing.x, drawing.y)));
}
