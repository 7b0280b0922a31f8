import { LABELS } from './labels';
import { definitionsOf } from './definitions';
import type { SvgNode } from './parse';
import { addressOf, idAt } from './references';

/** The most elements that clones may come to; a file with more keeps them as they are. */
const MOST = 20_000;
/** What a group can't stand for: they have a size and a viewport of their own. */
const OTHER = new Set(['symbol', 'svg']);

/**
 * A drawing in which every clone (`use`) of a shape or a group is a group with that shape in it (SVG 1.1, 5.6).
 * What refers to itself, or to too much, stays as it is.
 */
export function withClones(root: SvgNode): SvgNode {
  const definitions = definitionsOf(root);
  let count = 0;
  const expanded = (node: SvgNode, within: readonly string[]): SvgNode => {
    // A clipping path may hold shapes and clones of them, but no groups.
    if (node.name === 'clipPath') return node;
    const id = node.name === 'use' ? idAt(addressOf(node)) : undefined;
    const target = id === undefined || within.includes(id) ? undefined : definitions.get(id);
    if (id === undefined || !target || OTHER.has(target.name)) {
      if (node.children.length === 0) return node;
      return { ...node, children: node.children.map((child) => expanded(child, within)) };
    }
    count += sizeOf(target);
    if (count > MOST) return node;
    const {
      x = '0',
      y = '0',
      href: _,
      'xlink:href': __,
      transform,
      ...attributes
    } = node.attributes;
    const move = `translate(${parseFloat(x)} ${parseFloat(y)})`;
    return {
      name: 'g',
      attributes: { ...attributes, transform: transform ? `${transform} ${move}` : move },
      children: [expanded(unnamed(target), [...within, id])],
    };
  };
  const whole = expanded(root, []);
  return count === 0 || count > MOST ? root : whole;
}

function sizeOf({ children }: SvgNode): number {
  return children.reduce((sum, child) => sum + sizeOf(child), 1);
}

/** A copy is no layer of its own, whatever the original is called. */
function unnamed({ name, attributes, children }: SvgNode): SvgNode {
  const kept = Object.entries(attributes).filter(([key]) => key !== 'id' && !LABELS.includes(key));
  return {
    name,
    attributes: Object.fromEntries(kept),
    children: children.filter((child) => child.name !== 'title').map(unnamed),
  };
}
