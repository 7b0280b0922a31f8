import type { SvgNode } from './parse';

export type Definitions = ReadonlyMap<string, SvgNode>;

const known = new WeakMap<SvgNode, Definitions>();

/** Every node that has an id, to be found by references; looked for once in each file. */
export function definitionsOf(root: SvgNode): Definitions {
  const before = known.get(root);
  if (before) return before;
  const found = new Map<string, SvgNode>();
  const visit = (node: SvgNode) => {
    const { id } = node.attributes;
    if (id) found.set(id, node);
    node.children.forEach(visit);
  };
  visit(root);
  known.set(root, found);
  return found;
}
