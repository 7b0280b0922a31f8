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
  const sheet = new RuleIndex(rules);
  const styled = (node: SvgNode): SvgNode => {
    const { class: _, ...attributes } = node.attributes;
    const style = [sheet.styleOf(node), attributes['style'] ?? ''].filter(Boolean).join(';');
    return {
      ...node,
      attributes: style ? { ...attributes, style } : attributes,
      children: node.children.filter(({ name }) => name !== 'style').map(styled),
    };
  };
  return styled(root);
}

/** Finds the rules for an element by its id, its classes and its name instead of trying each of them. */
class RuleIndex {
  private readonly byKey = new Map<string, { rule: StyleRule; place: number }[]>();
  private readonly known = new Map<string, string>();

  constructor(rules: readonly StyleRule[]) {
    const ranked = rules
      .map((rule, order) => ({ rule, rank: rankOf(rule), order }))
      .sort((a, b) => a.rank - b.rank || a.order - b.order);
    ranked.forEach(({ rule }, place) => {
      const key = keyOf(rule);
      const same = this.byKey.get(key);
      if (same) same.push({ rule, place });
      else this.byKey.set(key, [{ rule, place }]);
    });
  }

  /** The declarations for an element, the stronger ones later; empty where there are none. */
  styleOf(node: SvgNode): string {
    if (node.name === '#text') return '';
    const { id = '' } = node.attributes;
    const classes = classesOf(node);
    // An id that no rule asks for makes no difference.
    const own = this.byKey.has(`#${id}`) ? `#${id}` : '';
    const signature = [node.name, own, ...classes].join(' ');
    const before = this.known.get(signature);
    if (before !== undefined) return before;
    const keys = new Set(['*', node.name, own, ...classes.map((one) => `.${one}`)]);
    const found = [...keys]
      .flatMap((key) => this.byKey.get(key) ?? [])
      .filter(({ rule }) => isFor(rule, node, classes))
      .sort((a, b) => a.place - b.place);
    const declared = new Map<string, string>();
    for (const [property, value] of found.flatMap(({ rule }) => rule.declarations)) {
      // What is said again counts where it is said last, also against its shorthand.
      declared.delete(property);
      declared.set(property, value);
    }
    const style = [...declared].map((one) => one.join(':')).join(';');
    this.known.set(signature, style);
    return style;
  }
}

/** What an element must have for a rule to come into question. */
function keyOf({ element, id, classes }: StyleRule): string {
  if (id !== null) return `#${id}`;
  if (classes.length > 0) return `.${classes[0]}`;
  return element ?? '*';
}

function classesOf({ attributes }: SvgNode): string[] {
  return (attributes['class'] ?? '').split(/\s+/).filter(Boolean);
}

const ID = 1_000_000;
const CLASS = 1000;

function rankOf({ element, id, classes }: StyleRule): number {
  return (id === null ? 0 : ID) + CLASS * classes.length + (element === null ? 0 : 1);
}

function isFor(
  { element, id, classes }: StyleRule,
  { name, attributes }: SvgNode,
  own: readonly string[],
): boolean {
  if (element !== null && element !== name) return false;
  if (id !== null && id !== attributes['id']) return false;
  return classes.every((one) => own.includes(one));
}
