import { LABELS } from './labels';
import { isDrawn } from './names';
import type { SvgNode } from './parse';

/** More groups than this are strokes of a brush rather than parts of a body. */
const MOST = 40;

/**
 * A drawing in which nothing has a name of its own, with its groups called “part 1”, “part 2” and so on, so that
 * people can say what they are; null where it has no groups that could be parts.
 */
export function withNamedGroups(root: SvgNode): SvgNode | null {
  const drawn = root.children.filter(isDrawn);
  if (drawn.length === 1 && drawn[0]!.name === 'g') {
    const inside = withNamedGroups(drawn[0]!);
    return inside && replaced(root, new Map([[drawn[0]!, inside]]));
  }
  const groups = drawn.filter(({ name }) => name === 'g');
  if (groups.length < 2 || groups.length > MOST) return null;
  const named = groups.map((group, at) => {
    const attributes = { ...group.attributes, [LABELS[0]!]: `part ${at + 1}` };
    return [group, { ...group, attributes }] as const;
  });
  return replaced(root, new Map(named));
}

const replaced = (node: SvgNode, by: ReadonlyMap<SvgNode, SvgNode>): SvgNode => ({
  ...node,
  children: node.children.map((child) => by.get(child) ?? child),
});
