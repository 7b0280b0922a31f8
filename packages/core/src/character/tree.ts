import type { Part } from './part';

/** The parts of a character by what holds them, each group back to front; null holds the outermost. */
export type PartTree = ReadonlyMap<string | null, readonly Part[]>;

const trees = new WeakMap<readonly Part[], PartTree>();

/** The tree of a list of parts; the same list gives the same tree. */
export function treeOf(parts: readonly Part[]): PartTree {
  const known = trees.get(parts);
  if (known) return known;
  const tree = new Map<string | null, Part[]>();
  for (const part of parts) {
    const siblings = tree.get(part.parent);
    if (siblings) siblings.push(part);
    else tree.set(part.parent, [part]);
  }
  trees.set(parts, tree);
  return tree;
}

export function partById(parts: readonly Part[], id: string): Part | undefined {
  return parts.find((part) => part.id === id);
}

/** A part and all that it holds, in painting order. */
export function branchOf(parts: readonly Part[], id: string): Part[] {
  const tree = treeOf(parts);
  const found: Part[] = [];
  const visit = (part: Part) => {
    found.push(part);
    tree.get(part.id)?.forEach(visit);
  };
  const top = partById(parts, id);
  if (top) visit(top);
  return found;
}

/** What holds a part, from the nearest outwards. */
export function holdersOf(parts: readonly Part[], id: string): Part[] {
  const holders: Part[] = [];
  for (let part = partById(parts, id); part && part.parent !== null;) {
    part = partById(parts, part.parent);
    if (part) holders.push(part);
  }
  return holders;
}

/** Why parts are no tree; null where all is well. */
export function treeProblem(parts: readonly Part[]): string | null {
  const seen = new Set<string>();
  for (const { id, parent } of parts) {
    if (seen.has(id)) return `two parts have the id “${id}”`;
    // Holders come first in painting order, so that nothing can hold itself.
    if (parent !== null && !seen.has(parent))
      return `“${id}” belongs to a part that does not come before it`;
    seen.add(id);
  }
  for (const { id, shows } of parts) {
    if (shows !== null && parts.find((part) => part.id === shows)?.parent !== id) {
      return `“${id}” shows a part that is not inside it`;
    }
  }
  return null;
}
