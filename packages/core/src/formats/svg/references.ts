import { definitionsOf } from './definitions';
import type { SvgNode } from './parse';

/** What nodes refer to by id, directly or through others, and every style sheet of the file. */
export function referencedNodes(root: SvgNode, nodes: readonly SvgNode[]): SvgNode[] {
  const definitions = definitionsOf(root);
  const inside = new Set<string>();
  const found = new Map<string, SvgNode>();
  const markInside = (node: SvgNode) => {
    if (node.attributes['id']) inside.add(node.attributes['id']);
    node.children.forEach(markInside);
  };
  const follow = (node: SvgNode) => {
    for (const value of Object.values(node.attributes)) {
      for (const id of idsIn(value)) {
        const target = definitions.get(id);
        if (!target || inside.has(id) || found.has(id)) continue;
        found.set(id, target);
        follow(target);
      }
    }
    node.children.forEach(follow);
  };
  nodes.forEach(markInside);
  nodes.forEach(follow);
  return [...styleSheets(root), ...found.values()];
}

function idsIn(value: string): string[] {
  const own = /^#(.+)$/.exec(value.trim())?.[1];
  const urls = [...value.matchAll(/url\(\s*['"]?#([^'")]+)['"]?\s*\)/g)].map(([, id]) => id!);
  return own ? [own, ...urls] : urls;
}

const known = new WeakMap<SvgNode, readonly SvgNode[]>();

/** Every style sheet of a file; looked for once. */
export function styleSheets(root: SvgNode): readonly SvgNode[] {
  const before = known.get(root);
  if (before) return before;
  const within = (node: SvgNode): SvgNode[] =>
    node.name === 'style' ? [node] : node.children.flatMap(within);
  const found = within(root);
  known.set(root, found);
  return found;
}
