import { generate, parse, type CssNode, type Rule } from 'css-tree';
import type { StyleRule } from '@cruvo/core/formats';

/**
 * The rules of a style sheet, one for each selector; null where one of them looks at more than an element by
 * itself, or is meant for some devices only.
 */
export function readStyleSheet(css: string): readonly StyleRule[] | null {
  const sheet = parse(css, { onParseError: () => undefined });
  if (sheet.type !== 'StyleSheet') return null;
  const rules: StyleRule[] = [];
  for (const node of sheet.children.toArray()) {
    if (node.type === 'Comment') continue;
    // Fonts are never fetched; text without one that ships with Cruvo is told of as such.
    if (node.type === 'Atrule' && ['charset', 'font-face'].includes(node.name)) continue;
    const own = node.type === 'Rule' ? rulesOf(node) : null;
    if (!own) return null;
    rules.push(...own);
  }
  return rules;
}

function rulesOf({ prelude, block }: Rule): StyleRule[] | null {
  if (prelude.type !== 'SelectorList') return null;
  const declarations: [string, string][] = [];
  for (const node of block.children.toArray()) {
    if (node.type !== 'Declaration' || node.important) return null;
    declarations.push([node.property, generate(node.value)]);
  }
  const selectors = prelude.children.toArray().map(selectorOf);
  return selectors.every((selector) => selector !== null)
    ? selectors.map((selector) => ({ ...selector, declarations }))
    : null;
}

function selectorOf(selector: CssNode): Omit<StyleRule, 'declarations'> | null {
  if (selector.type !== 'Selector') return null;
  let element: string | null = null;
  let id: string | null = null;
  const classes: string[] = [];
  for (const piece of selector.children.toArray()) {
    if (piece.type === 'TypeSelector') element = piece.name === '*' ? null : piece.name;
    else if (piece.type === 'IdSelector') id = piece.name;
    else if (piece.type === 'ClassSelector') classes.push(piece.name);
    else return null;
  }
  return { element, id, classes };
}
