import type { SvgNode } from './parse';
import { declarationsOf } from './style';

type Variables = ReadonlyMap<string, string>;

/** What one variable may stand for, characters: they may hold each other. */
const LONGEST = 10_000;

/** A drawing in which every `var()` is what it stands for (CSS Custom Properties, level 1); those of nothing are left out. */
export function withVariables(root: SvgNode): SvgNode {
  const visit = (node: SvgNode, around: Variables): SvgNode => {
    const style = node.attributes['style'] ?? '';
    const declared = declarationsOf(style);
    const own = declared.filter(([property]) => property.startsWith('--'));
    let known = around;
    if (own.length > 0) {
      known = new Map([
        ...around,
        ...own.map(([name, value]) => [name, resolved(value, around)] as const),
      ]);
    }
    const attributes = Object.fromEntries(
      Object.entries(node.attributes).flatMap(([key, value]) => {
        if (key === 'style' || !value.includes('var(')) return [[key, value]];
        const meant = resolved(value, known);
        return meant === '' ? [] : [[key, meant]];
      }),
    );
    if (style !== '') {
      attributes['style'] = declared
        .filter(([property]) => !property.startsWith('--'))
        .map(([property, value]) => [property, resolved(value, known)] as const)
        .filter(([, value]) => value !== '')
        .map((one) => one.join(':'))
        .join(';');
    }
    return { ...node, attributes, children: node.children.map((child) => visit(child, known)) };
  };
  return usesVariables(root) ? visit(root, new Map()) : root;
}

function usesVariables({ attributes, children }: SvgNode): boolean {
  return (
    Object.values(attributes).some((value) => value.includes('var(')) ||
    children.some(usesVariables)
  );
}

/** A value without variables; empty where one of them stands for nothing. */
function resolved(value: string, known: Variables): string {
  let text = value;
  for (;;) {
    // The innermost first: what stands in for a variable may be one too.
    const found = /var\(\s*(--[^\s,()]+)\s*(?:,((?:[^()]|\([^()]*\))*))?\)/.exec(text);
    if (!found) return text.trim();
    const meant = known.get(found[1]!) ?? found[2]?.trim();
    if (meant === undefined || text.length > LONGEST) return '';
    text = text.slice(0, found.index) + meant + text.slice(found.index + found[0].length);
  }
}
