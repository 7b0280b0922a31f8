import { IDENTITY, meanScale, multiply, type Matrix } from '../../geometry';
import { Problem } from '../../problem';
import { matrixOf, outlineOf, transformed } from './outline';
import { definitionsOf, type Definitions } from './definitions';
import { isUniform, type PaintedShape } from './gradient';
import { paintOf } from './paint';
import { parseSvg, viewBoxOf, type SvgNode } from './parse';
import { inherit, numberOf, ownStyle, shareOf, type Style } from './style';
import type { Stroke, VectorDrawing, VectorShape } from '../../frame';

const SILENT = new Set([
  '#text',
  'defs',
  'style',
  'title',
  'desc',
  'metadata',
  'linearGradient',
  'radialGradient',
]);

/**
 * Reads an SVG made of groups, basic shapes, solid colours and gradients into shapes that a canvas
 * can draw, with all transforms applied.
 *
 * @throws Problem when it is not well-formed or holds an element that can't be drawn this way
 */
export function readVectorDrawing(text: string): VectorDrawing {
  const root = parseSvg(text);
  const shapes: VectorShape[] = [];
  collectShapes(root, {
    matrix: IDENTITY,
    style: {},
    opacity: 1,
    definitions: definitionsOf(root),
    shapes,
  });
  return { viewBox: viewBoxOf(root), shapes };
}

interface Walk {
  readonly matrix: Matrix;
  readonly style: Style;
  readonly opacity: number;
  readonly definitions: Definitions;
  readonly shapes: VectorShape[];
}

/** Appends the shapes in and under a node, back to front. */
function collectShapes(node: SvgNode, walk: Walk): void {
  if (SILENT.has(node.name) || node.name.includes(':')) return;
  const own = ownStyle(node);
  if (own['display'] === 'none' || own['visibility'] === 'hidden') return;
  const inner: Walk = {
    ...walk,
    matrix: multiply(walk.matrix, matrixOf(node.attributes['transform'])),
    style: inherit(walk.style, own),
    opacity: walk.opacity * shareOf(own['opacity']),
  };
  if (node.name === 'g' || node.name === 'svg') {
    for (const child of node.children) collectShapes(child, inner);
    return;
  }
  const outline = outlineOf(node);
  if (outline === null) {
    throw new Problem(
      'bad-input',
      `This SVG holds a <${node.name}>, which can’t be drawn as a layer yet.`,
    );
  }
  const unscaled = own['vector-effect'] === 'non-scaling-stroke';
  walk.shapes.push(...ordered(shapeOf(outline, inner, unscaled), inner.style));
}

/** A shape whose line lies beneath what fills it as two (SVG 2, 13.9). */
function ordered(shape: VectorShape, style: Style): VectorShape[] {
  const { fill, stroke } = shape;
  const lineFirst = /^\s*(markers\s+)?stroke/.test(style['paint-order'] ?? '');
  if (!lineFirst || !fill || !stroke) return [shape];
  return [
    { ...shape, fill: null },
    { ...shape, stroke: null },
  ];
}

/** @param unscaled whether its line is as wide as it says, however large the shape is (SVG 2, 8.14) */
function shapeOf(
  outline: string,
  { matrix, style, opacity, definitions }: Walk,
  unscaled: boolean,
): VectorShape {
  const path = transformed(outline, matrix);
  const shape = { outline, matrix, definitions };
  return {
    path,
    fill: paintOf(style['fill'] ?? '#000000', shareOf(style['fill-opacity']), style, shape),
    fillRule: style['fill-rule'] === 'evenodd' ? 'evenodd' : 'nonzero',
    stroke: strokeOf(style, shape, unscaled),
    opacity,
  };
}

function strokeOf(style: Style, shape: PaintedShape, unscaled: boolean): Stroke | null {
  const even = unscaled || isUniform(shape.matrix) || meanScale(shape.matrix) === 0;
  // A line that is stretched is drawn before it is stretched.
  const placed = even ? shape : { ...shape, matrix: IDENTITY };
  const opacity = shareOf(style['stroke-opacity']);
  const paint = paintOf(style['stroke'] ?? 'none', opacity, style, placed);
  const said = numberOf(style['stroke-width'], 1);
  const width = unscaled ? said : said * meanScale(placed.matrix);
  if (paint === null || !(width > 0)) return null;
  return {
    paint,
    width,
    cap: oneOf(CAPS, style['stroke-linecap']),
    join: oneOf(JOINS, style['stroke-linejoin']),
    miterLimit: numberOf(style['stroke-miterlimit'], 4),
    transform: even ? null : { path: transformed(shape.outline, IDENTITY), matrix: shape.matrix },
  };
}

const CAPS = ['butt', 'round', 'square'] as const;
const JOINS = ['miter', 'round', 'bevel'] as const;

/** One of some words; the first where it is none of them. */
function oneOf<Word extends string>(words: readonly [Word, ...Word[]], text: string | undefined) {
  return words.find((word) => word === text) ?? words[0];
}
