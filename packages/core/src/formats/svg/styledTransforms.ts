import type { Box } from '../../geometry';
import { lengthAlong } from './lengths';
import type { SvgNode } from './parse';
import { declarationsOf } from './style';

/**
 * A drawing whose elements are moved by `transform` attributes alone: those in styles are written as such, with the
 * point that they turn about (CSS Transforms, level 1).
 */
export function withTransforms(root: SvgNode, page: Box): SvgNode {
  const visit = (node: SvgNode): SvgNode => ({
    ...node,
    attributes: moved(node.attributes, page),
    children: node.children.map(visit),
  });
  return { ...root, children: root.children.map(visit) };
}

const OF_TRANSFORMS = ['transform', 'transform-origin', 'transform-box'];

function moved(attributes: SvgNode['attributes'], page: Box): SvgNode['attributes'] {
  const { style = '', transform, 'transform-origin': about, ...kept } = attributes;
  const declared = declarationsOf(style);
  const said = new Map(declared.filter(([property]) => OF_TRANSFORMS.includes(property)));
  const origin = said.get('transform-origin') ?? about;
  if (said.size === 0 && origin === undefined) return attributes;
  const inStyle = said.get('transform');
  const own = inStyle === undefined ? transform : attributeOf(inStyle, page);
  // A box of its own is one that only a browser knows.
  const point = origin && said.get('transform-box') !== 'fill-box' ? pointOf(origin, page) : null;
  const placed = own && point ? `translate(${point}) ${own} translate(${negative(point)})` : own;
  const others = declared.filter(([property]) => !OF_TRANSFORMS.includes(property));
  return {
    ...kept,
    ...(others.length > 0 ? { style: others.map((one) => one.join(':')).join(';') } : {}),
    ...(placed ? { transform: placed } : {}),
  };
}

const negative = (point: readonly number[]) => point.map((value) => -value).join(' ');

/** Degrees in one of each unit of angles. */
const DEGREES: Readonly<Record<string, number>> = {
  deg: 1,
  grad: 0.9,
  rad: 180 / Math.PI,
  turn: 360,
};

/** The functions of a transform of CSS as an attribute of SVG writes them; empty for none, and for one in depth. */
function attributeOf(css: string, page: Box): string {
  const written: string[] = [];
  for (const [, name, inside] of css.matchAll(/([a-zA-Z]+)\(([^)]*)\)/g)) {
    const values = inside!.split(/[\s,]+/).filter(Boolean);
    const numbers = values.map((value, at) => numberIn(value, at === 1 ? page.height : page.width));
    if (numbers.some(Number.isNaN)) return '';
    const function_ = functionOf(name!, numbers);
    if (function_ === null) return '';
    written.push(function_);
  }
  return written.join(' ');
}

function numberIn(text: string, side: number): number {
  const [, number, unit] = /^([\d.eE+-]+)(deg|grad|rad|turn)$/.exec(text) ?? [];
  return unit === undefined ? lengthAlong(text, side) : Number(number) * DEGREES[unit]!;
}

function functionOf(name: string, values: readonly number[]): string | null {
  const [first = 0, second] = values;
  switch (name) {
    case 'translateX':
      return `translate(${first} 0)`;
    case 'translateY':
      return `translate(0 ${first})`;
    case 'scaleX':
      return `scale(${first} 1)`;
    case 'scaleY':
      return `scale(1 ${first})`;
    case 'skew':
      return `skewX(${first})${second ? ` skewY(${second})` : ''}`;
    case 'matrix':
    case 'translate':
    case 'scale':
    case 'rotate':
    case 'skewX':
    case 'skewY':
      return `${name}(${values.join(' ')})`;
    default:
      return null;
  }
}

const WORDS: Readonly<Record<string, string>> = {
  ...{ left: '0%', top: '0%', center: '50%', right: '100%', bottom: '100%' },
};

/** A point of the page; null where it can't be told. */
function pointOf(text: string, page: Box): readonly [x: number, y: number] | null {
  const [first = 'center', second = 'center'] = text.trim().split(/\s+/);
  const isDown = ['top', 'bottom'].includes(first) || ['left', 'right'].includes(second);
  const [across, down] = isDown ? [second, first] : [first, second];
  const x = lengthAlong(WORDS[across] ?? across, page.width);
  const y = lengthAlong(WORDS[down] ?? down, page.height);
  return Number.isFinite(x) && Number.isFinite(y) ? [x, y] : null;
}
