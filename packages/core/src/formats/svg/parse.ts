import { SaxesParser } from 'saxes';
import { Problem } from '../../problem';

/** An element of an SVG, or the text inside one: a node named #text whose attribute `text` it is. */
export interface SvgNode {
  readonly name: string;
  readonly attributes: Readonly<Record<string, string>>;
  readonly children: readonly SvgNode[];
}

/**
 * Parses SVG text into a tree.
 *
 * @throws Problem when it is not well-formed or its root is not <svg>
 */
export function parseSvg(text: string): SvgNode {
  const top: SvgNode[] = [];
  const open = [top];
  const parser = new SaxesParser();
  parser.on('error', () => {
    throw new Problem('bad-input', 'This SVG is not well-formed: it can’t be read to its end.');
  });
  parser.on('opentag', ({ name, attributes }) => {
    const children: SvgNode[] = [];
    open.at(-1)!.push({ name, attributes: attributes as Record<string, string>, children });
    open.push(children);
  });
  parser.on('closetag', () => void open.pop());
  const addText = (text: string) => {
    if (text.trim() !== '')
      open.at(-1)!.push({ name: '#text', attributes: { text }, children: [] });
  };
  parser.on('text', addText);
  parser.on('cdata', addText);
  parser.write(text).close();
  const root = top.find(({ name }) => name !== '#text');
  if (root?.name !== 'svg') throw new Problem('bad-input', 'This file is not an SVG picture.');
  return root;
}

/** The text of a tree, to be read again by any SVG reader. */
export function svgText({ name, attributes, children }: SvgNode): string {
  if (name === '#text') return escaped(attributes['text']!);
  const written = Object.entries(attributes).map(([key, value]) => ` ${key}="${escaped(value)}"`);
  return `<${name}${written.join('')}>${children.map(svgText).join('')}</${name}>`;
}

function escaped(text: string): string {
  return text.replace(/&/g, '&amp;').replace(/</g, '&lt;').replace(/"/g, '&quot;');
}

/** The area that an SVG shows: its viewBox, or else its width and height. */
export function viewBoxOf({ attributes }: SvgNode) {
  const numbers = (attributes['viewBox'] ?? '')
    .trim()
    .split(/[\s,]+/)
    .map(Number);
  const [x, y, width, height] =
    numbers.length === 4
      ? numbers
      : [0, 0, lengthOf(attributes['width']), lengthOf(attributes['height'])];
  if (!(width! > 0 && height! > 0)) {
    throw new Problem(
      'bad-input',
      'This SVG has no size: give it a viewBox, or a width and a height.',
    );
  }
  return { x: x!, y: y!, width: width!, height: height! };
}

/** User units in one of each unit of length (CSS Values, 96 to an inch). */
const UNITS: ReadonlyMap<string, number> = new Map([
  ['', 1],
  ['px', 1],
  ['in', 96],
  ['cm', 96 / 2.54],
  ['mm', 96 / 25.4],
  ['pt', 96 / 72],
  ['pc', 16],
]);

/** A length in user units; not a number where it says none by itself, as a percentage does. */
function lengthOf(text = ''): number {
  const [, number, unit = ''] = /^\s*([\d.eE+-]+?)([a-z%]*)\s*$/.exec(text) ?? [];
  return Number(number) * (UNITS.get(unit) ?? NaN);
}
