import { SaxesParser } from 'saxes';
import type { Box } from '../../geometry';
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
    const plain = name.replace(/^svg:/, '');
    open.at(-1)!.push({ name: plain, attributes: attributes as Record<string, string>, children });
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

/**
 * The area that an SVG shows: its viewBox, and what lies beside it where width and height are of other proportions
 * (SVG 1.1, 7.8), or else its width and height.
 */
export function viewBoxOf({ attributes }: SvgNode): Box {
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
  return widened({ x: x!, y: y!, width: width!, height: height! }, attributes);
}

const ALIGNED: Readonly<Record<string, number>> = { Min: 0, Mid: 0.5, Max: 1 };

function widened(box: Box, attributes: SvgNode['attributes']): Box {
  const fit = attributes['preserveAspectRatio']?.trim() ?? 'xMidYMid';
  const [, alignX, alignY, slice] = /^x(Min|Mid|Max)Y(Min|Mid|Max)(\s+slice)?/.exec(fit) ?? [];
  const proportion = lengthOf(attributes['width']) / lengthOf(attributes['height']);
  if (!alignX || !alignY || slice || !(proportion > 0 && Number.isFinite(proportion))) return box;
  const width = Math.max(box.width, box.height * proportion);
  const height = Math.max(box.height, box.width / proportion);
  return {
    x: box.x - ALIGNED[alignX]! * (width - box.width),
    y: box.y - ALIGNED[alignY]! * (height - box.height),
    ...{ width, height },
  };
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
export function lengthOf(text = ''): number {
  const [, number, unit = ''] = /^\s*([\d.eE+-]+?)([a-z%]*)\s*$/.exec(text) ?? [];
  return Number(number) * (UNITS.get(unit) ?? NaN);
}
