import { LABELS } from './labels';
import type { SvgNode } from './parse';

/**
 * An SVG picture's elements with ids of their own, so that several pictures can be in one file. Ids that
 * nothing refers to are left out; the others are numbers, which nobody takes for names.
 */
export function withOwnIds(nodes: readonly SvgNode[], picture: number): SvgNode[] {
  const ids = new Map<string, string>();
  // A colour looks like a reference too: only what is there counts.
  const present = new Set(nodes.flatMap(idsOf));
  for (const id of referredIds(nodes)) {
    if (present.has(id) && !ids.has(id)) ids.set(id, `g${picture}-${ids.size + 1}`);
  }
  return nodes.map((node) => renamed(node, ids));
}

function renamed(node: SvgNode, ids: ReadonlyMap<string, string>): SvgNode {
  const attributes = Object.entries(node.attributes).flatMap(([key, value]) => {
    // Inside a layer a label or a title would make a layer of its own.
    if (LABELS.includes(key)) return [];
    if (key !== 'id') return [[key, value.replace(REFERENCE, replaced)]];
    const id = ids.get(value);
    return id === undefined ? [] : [['id', id]];
  });
  const children = node.children
    .filter(({ name }) => name !== 'title' && name !== 'desc')
    .map((child) => renamed(child, ids));
  return { ...node, attributes: Object.fromEntries(attributes) as SvgNode['attributes'], children };

  function replaced(reference: string, whole?: string, within?: string): string {
    const id = (whole ?? within)!;
    return reference.replace(`#${id}`, `#${ids.get(id) ?? id}`);
  }
}

/** An address of something in the same file: all of an attribute, or url() within it. */
const REFERENCE = /^#([^'")\s]+)$|url\(\s*['"]?#([^'")]+)['"]?\s*\)/g;

function referredIds(nodes: readonly SvgNode[]): string[] {
  return nodes.flatMap(({ attributes, children }) => [
    ...Object.values(attributes).flatMap((value) =>
      [...value.matchAll(REFERENCE)].map(([, whole, within]) => (whole ?? within)!),
    ),
    ...referredIds(children),
  ]);
}

function idsOf({ attributes, children }: SvgNode): string[] {
  return [...(attributes['id'] ? [attributes['id']] : []), ...children.flatMap(idsOf)];
}
