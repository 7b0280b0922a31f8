import type { SvgNode } from './parse';
import { styleSheets } from './references';

/** One rule of a style sheet that looks at an element alone, not at what is around it. */
export interface StyleRule {
  /** Names of elements, classes and ids that it is for; null or none where it doesn't matter. */
  readonly element: string | null;
  readonly id: string | null;
  readonly classes: readonly string[];
  readonly declarations: readonly (readonly [property: string, value: string])[];
}

/** The rules of a style sheet, in order; null where it asks for more than a rule can say. */
export type ReadStyleSheet = (css: string) => readonly StyleRule[] | null;

/**
 * A drawing whose style sheets are written into its elements' own styles (CSS Cascading, level 4: the more
 * telling selector wins, of equals the later one, and an element's own style over all). Sheets that ask for more
 * stay, and so do all of them then, since they work together.
 */
export function withOwnStyles(root: SvgNode, read: ReadStyleSheet): SvgNode {
  const rules: StyleRule[] = [];
  for (const sheet of styleSheets(root)) {
    const own = read(sheet.children.map(({ attributes }) => attributes['text'] ?? '').join(''));
    if (!own) return root;
    rules.push(...own);
  }
  if (rules.length === 0) return root;
  const ranked = rules
    .map((rule, order) => ({ rule, rank: rankOf(rule), order }))
    .sort((a, b) => a.rank - b.rank || a.order - b.order)
    .map(({ rule }) => rule);
  const styled = (node: SvgNode): SvgNode => {
    const { class: _, ...attributes } = node.attributes;
    const found = ranked.filter((rule) => isFor(rule, node)).flatMap((rule) => rule.declarations);
    const own = found.map(([property, value]) => `${property}:${value}`);
    const style = [...own, attributes['style'] ?? ''].filter(Boolean).join(';');
    return {
      ...node,
      attributes: style ? { ...attributes, style } : attributes,
      children: node.children.filter(({ name }) => name !== 'style').map(styled),
    };
  };
  return styled(root);
}

const ID = 1_000_000;
const CLASS = 1000;

function rankOf({ element, id, classes }: StyleRule): number {
  return (id === null ? 0 : ID) + CLASS * classes.length + (element === null ? 0 : 1);
}

function isFor({ element, id, classes }: StyleRule, { name, attributes }: SvgNode): boolean {
  if (name === '#text') return false;
  if (element !== null && element !== name) return false;
  if (id !== null && id !== attributes['id']) return false;
  const own = (attributes['class'] ?? '').split(/\s+/);
  return classes.every((one) => own.includes(one));
}
