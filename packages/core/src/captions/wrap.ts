import type { Typeface } from '../lettering/typeface';

/** Words set in lines about a middle; ems, x from the middle to the right. */
export interface SetWords {
  readonly lines: number;
  readonly width: number;
  readonly words: readonly { readonly line: number; readonly x: number }[];
}

/** Steps by which the narrowest width with as few lines is looked for. */
const STEPS = 7;
const WIDTHS = new WeakMap<Typeface, Map<string, number>>();

/**
 * Sets words in as few lines as a width allows, and these about equally long.
 *
 * @param most ems; a word that is wider stands alone in its line
 */
export function wrapped(texts: readonly string[], typeface: Typeface, most: number): SetWords {
  const widths = texts.map((text) => widthOf(typeface, text));
  const space = widthOf(typeface, ' ');
  const widest = linesOf(widths, space, most);
  // Binary search: the narrowest width that needs no line more.
  let [narrow, wide] = [0, most];
  for (let step = 0; step < STEPS; step++) {
    const middle = (narrow + wide) / 2;
    if (linesOf(widths, space, middle).length > widest.length) narrow = middle;
    else wide = middle;
  }
  const lines = linesOf(widths, space, wide);
  const words = lines.flatMap(({ count, width, first }, line) => {
    let x = -width / 2;
    return widths.slice(first, first + count).map((own) => {
      const here = x;
      x += own + space;
      return { line, x: here };
    });
  });
  return { lines: lines.length, width: Math.max(0, ...lines.map(({ width }) => width)), words };
}

/** How many lines words need. @param most ems */
export function linesNeeded(texts: readonly string[], typeface: Typeface, most: number): number {
  const widths = texts.map((text) => widthOf(typeface, text));
  return linesOf(widths, widthOf(typeface, ' '), most).length;
}

function linesOf(widths: readonly number[], space: number, most: number) {
  const lines: { first: number; count: number; width: number }[] = [];
  widths.forEach((width, at) => {
    const last = lines.at(-1);
    if (last && last.width + space + width <= most) {
      last.width += space + width;
      last.count++;
    } else lines.push({ first: at, count: 1, width });
  });
  return lines;
}

/** How wide a text is, ems. */
function widthOf(typeface: Typeface, text: string): number {
  let known = WIDTHS.get(typeface);
  if (!known) WIDTHS.set(typeface, (known = new Map()));
  let width = known.get(text);
  if (width === undefined) known.set(text, (width = typeface.outline(text, 1).advance));
  return width;
}
