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
  const own = idAt(value);
  const urls = [...value.matchAll(/url\(\s*['"]?#([^'")]+)['"]?\s*\)/g)].map(([, id]) => id!);
  return own === undefined ? urls : [own, ...urls];
}

/** What an element points to; empty for nothing (SVG 2, 16.1: `href` goes before the older `xlink:href`). */
export function addressOf({ attributes }: SvgNode): string {
  return attributes['href'] ?? attributes['xlink:href'] ?? attributes['src'] ?? '';
}

/** The id of what an address leads to in the same file; undefined where it leads nowhere or out of it. */
export function idAt(address: string): string | undefined {
  return /^#(.+)$/.exec(address.trim())?.[1];
}

/** Whether an address leads out of the file: it is no id, and no embedded picture of a kind that Cruvo reads. */
export function pointsOutside(address: string): boolean {
  return !/^\s*(#|data:image\/(png|jpeg|webp);|$)/i.test(address);
}

/** The first address in a `url()` of a value that leads out of the file; null where none does. */
export function urlOutside(value: string): string | null {
  for (const [, , address] of value.matchAll(/url\(\s*(['"]?)([^)'"]*)\1\s*\)/gi)) {
    if (address && pointsOutside(address)) return address;
  }
  return null;
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
