import { generate, parse, type Atrule, type CssNode, type Rule } from 'css-tree';
import type { SimpleSelector, StyleRule } from '@cruvo/core/formats';

/**
 * The rules of a style sheet, one for each selector; null where one of them looks at more than an element and what it
 * lies in, or may be meant for some screens only.
 */
export function readStyleSheet(css: string): readonly StyleRule[] | null {
  const sheet = parse(css, { onParseError: () => undefined });
  if (sheet.type !== 'StyleSheet') return null;
  const rules: StyleRule[] = [];
  for (const node of sheet.children.toArray()) {
    if (node.type === 'Comment') continue;
    // Fonts are never fetched; text without one that ships with Cruvo is told of as such.
    if (node.type === 'Atrule' && ['charset', 'font-face'].includes(node.name)) continue;
    if (node.type === 'Atrule' && node.name === 'media' && !isForScreens(node)) continue;
    const own = node.type === 'Rule' ? rulesOf(node) : null;
    if (!own) return null;
    rules.push(...own);
  }
  return rules;
}

/** Whether a part of a sheet may be for pictures on a screen; what is for print or speech never is. */
function isForScreens({ prelude }: Atrule): boolean {
  return !prelude || !/^\s*(only\s+)?(print|speech)\b/i.test(generate(prelude));
}

function rulesOf({ prelude, block }: Rule): StyleRule[] | null {
  if (prelude.type !== 'SelectorList') return null;
  const declared: { important: boolean; said: [string, string] }[] = [];
  for (const node of block.children.toArray()) {
    if (node.type !== 'Declaration') return null;
    const said: [string, string] = [node.property, generate(node.value).trim()];
    declared.push({ important: Boolean(node.important), said });
  }
  const selectors = prelude.children.toArray().map(selectorOf);
  if (!selectors.every((selector) => selector !== null)) return null;
  return [false, true].flatMap((important) => {
    const declarations = declared.flatMap((one) => (one.important === important ? [one.said] : []));
    return declarations.length === 0
      ? []
      : selectors.map((selector) => ({ ...selector, important, declarations }));
  });
}

/** A selector that looks at an element and what it lies in; null for any other. */
function selectorOf(selector: CssNode): Omit<StyleRule, 'declarations' | 'important'> | null {
  if (selector.type !== 'Selector') return null;
  // From the outermost to the element itself.
  const simple: CssNode[][] = [[]];
  const directly: boolean[] = [];
  for (const piece of selector.children.toArray()) {
    if (piece.type !== 'Combinator') simple.at(-1)!.push(piece);
    else if (piece.name !== ' ' && piece.name !== '>') return null;
    else {
      directly.push(piece.name === '>');
      simple.push([]);
    }
  }
  const parts = simple.map(simpleSelector);
  if (!parts.every((part) => part !== null)) return null;
  const own = parts.at(-1)!;
  const within = parts.slice(0, -1).map((part, at) => ({ ...part, directly: directly[at]! }));
  return { ...own, within: within.reverse() };
}

function simpleSelector(pieces: readonly CssNode[]): SimpleSelector | null {
  let element: string | null = null;
  let id: string | null = null;
  const classes: string[] = [];
  for (const piece of pieces) {
    if (piece.type === 'TypeSelector') element = piece.name === '*' ? null : piece.name;
    else if (piece.type === 'PseudoClassSelector' && piece.name === 'root') element = 'svg';
    else if (piece.type === 'IdSelector') id = piece.name;
    else if (piece.type === 'ClassSelector') classes.push(piece.name);
    else return null;
  }
  return { element, id, classes };
}
