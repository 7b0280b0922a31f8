import type { SvgNode } from './parse';
import { styleSheets } from './references';

/** What an element must be: its name, its id and classes; null or none where it doesn't matter. */
export interface SimpleSelector {
  readonly element: string | null;
  readonly id: string | null;
  readonly classes: readonly string[];
}

/** One rule of a style sheet that looks at an element and at what it lies in, not at what is beside it. */
export interface StyleRule extends SimpleSelector {
  /** What the element must lie in, from the innermost; `directly`: with nothing between it and what it is around. */
  readonly within: readonly (SimpleSelector & { readonly directly: boolean })[];
  /** Whether it wins over all that is not, an element's own style too. */
  readonly important: boolean;
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
  if (styleSheets(root).length === 0) return root;
  const sheet = new RuleIndex(rules);
  const styled = (node: SvgNode, around: readonly SvgNode[]): SvgNode => {
    const { class: _, ...attributes } = node.attributes;
    const { usual, important } = sheet.stylesOf(node, around);
    const style = [usual, attributes['style'] ?? '', important].filter(Boolean).join(';');
    const within = [node, ...around];
    return {
      ...node,
      attributes: style ? { ...attributes, style } : attributes,
      children: node.children
        .filter(({ name }) => name !== 'style')
        .map((child) => styled(child, within)),
    };
  };
  return styled(root, []);
}

/** Declarations for an element: those that its own style goes before, and those that go before it. */
interface Styles {
  readonly usual: string;
  readonly important: string;
}

/** Finds the rules for an element by its id, its classes and its name instead of trying each of them. */
class RuleIndex {
  private readonly byKey = new Map<string, { rule: StyleRule; place: number }[]>();
  private readonly known = new Map<string, Styles>();

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

  /** The declarations for an element, the stronger ones later. @param around what it lies in, from the innermost */
  stylesOf(node: SvgNode, around: readonly SvgNode[]): Styles {
    if (node.name === '#text') return { usual: '', important: '' };
    const { id = '' } = node.attributes;
    const keys = new Set(['*', node.name, `#${id}`, ...classesOf(node).map((one) => `.${one}`)]);
    const found = [...keys]
      .flatMap((key) => this.byKey.get(key) ?? [])
      .filter(({ rule }) => isFor(rule, node) && liesIn(rule.within, around))
      .sort((a, b) => a.place - b.place);
    const signature = found.map(({ place }) => place).join(' ');
    const before = this.known.get(signature);
    if (before) return before;
    const declared = (important: boolean) =>
      declarationsIn(found.map(({ rule }) => rule).filter((rule) => rule.important === important));
    const styles = { usual: declared(false), important: declared(true) };
    this.known.set(signature, styles);
    return styles;
  }
}

function declarationsIn(rules: readonly StyleRule[]): string {
  const declared = new Map<string, string>();
  for (const [property, value] of rules.flatMap(({ declarations }) => declarations)) {
    // What is said again counts where it is said last, also against its shorthand.
    declared.delete(property);
    declared.set(property, value);
  }
  return [...declared].map((one) => one.join(':')).join(';');
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

function rankOf({ within, ...own }: StyleRule): number {
  return [own, ...within].reduce(
    (rank, { element, id, classes }) =>
      rank + (id === null ? 0 : ID) + CLASS * classes.length + (element === null ? 0 : 1),
    0,
  );
}

function isFor({ element, id, classes }: SimpleSelector, node: SvgNode): boolean {
  if (element !== null && element !== node.name) return false;
  if (id !== null && id !== node.attributes['id']) return false;
  if (classes.length === 0) return true;
  const own = classesOf(node);
  return classes.every((one) => own.includes(one));
}

/** Whether an element's surroundings, from the innermost, are as a rule wants them. */
function liesIn(within: StyleRule['within'], around: readonly SvgNode[]): boolean {
  const [first, ...others] = within;
  if (!first) return true;
  const reach = first.directly ? around.slice(0, 1) : around;
  return reach.some((node, at) => isFor(first, node) && liesIn(others, around.slice(at + 1)));
}
