import type { SvgNode } from './parse';
import { declarationsOf, ownStyle } from './style';

/**
 * A drawing in which `visibility` stands where it hides something: on the outermost groups of which all is hidden,
 * and on shapes. A group hands it down, but what is inside may be seen all the same (SVG 1.1, 11.5).
 */
export function withOwnVisibility(root: SvgNode): SvgNode {
  const visit = (node: SvgNode, around: string): SvgNode => {
    const own = ownStyle(node)['visibility'] ?? 'inherit';
    const state = own === 'inherit' ? around : own;
    const hides = state !== 'visible';
    if (hides && !showsSomething(node)) return marked(node);
    return {
      ...node,
      attributes: withoutVisibility(node),
      children: node.children.map((child) => visit(child, state)),
    };
  };
  return mentionsIt(root) ? visit(root, 'visible') : root;
}

const mentionsIt = (node: SvgNode): boolean =>
  ownStyle(node)['visibility'] !== undefined || node.children.some(mentionsIt);

/** Whether something inside a hidden group is seen; a shape is as its own says. */
function showsSomething({ children }: SvgNode): boolean {
  return children.some(
    (child) => ownStyle(child)['visibility'] === 'visible' || showsSomething(child),
  );
}

/** Hidden as a whole. */
function marked(node: SvgNode): SvgNode {
  const clean = (inner: SvgNode): SvgNode => ({
    ...inner,
    attributes: withoutVisibility(inner),
    children: inner.children.map(clean),
  });
  if (node.name === '#text') return node;
  const { attributes, ...rest } = clean(node);
  return { ...rest, attributes: { ...attributes, visibility: 'hidden' } };
}

function withoutVisibility({ attributes }: SvgNode): SvgNode['attributes'] {
  const { visibility: _, style, ...kept } = attributes;
  if (style === undefined) return kept;
  const others = declarationsOf(style).filter(([property]) => property !== 'visibility');
  return { ...kept, style: others.map((one) => one.join(':')).join(';') };
}
