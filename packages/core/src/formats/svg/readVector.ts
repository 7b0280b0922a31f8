import { IDENTITY, meanScale, multiply, type Matrix } from '../../geometry';
import { Problem } from '../../problem';
import { matrixOf, outlineOf, transformed } from './outline';
import { definitionsOf, paintOf, type Definitions } from './paint';
import { parseSvg, viewBoxOf, type SvgNode } from './parse';
import { inherit, ownStyle, type Style } from './style';
import type { Stroke, VectorDrawing, VectorShape } from './vectorDrawing';

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
    opacity: walk.opacity * Number(own['opacity'] ?? 1),
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
  walk.shapes.push(shapeOf(outline, inner));
}

function shapeOf(outline: string, { matrix, style, opacity, definitions }: Walk): VectorShape {
  const path = transformed(outline, matrix);
  const shape = { path, matrix, definitions };
  return {
    path,
    fill: paintOf(style['fill'] ?? '#000000', Number(style['fill-opacity'] ?? 1), shape),
    fillRule: style['fill-rule'] === 'evenodd' ? 'evenodd' : 'nonzero',
    stroke: strokeOf(style, shape),
    opacity,
  };
}

function strokeOf(style: Style, shape: Parameters<typeof paintOf>[2]): Stroke | null {
  const paint = paintOf(style['stroke'] ?? 'none', Number(style['stroke-opacity'] ?? 1), shape);
  const width = parseFloat(style['stroke-width'] ?? '1') * meanScale(shape.matrix);
  if (paint === null || width === 0) return null;
  return {
    paint,
    width,
    cap: (style['stroke-linecap'] as Stroke['cap'] | undefined) ?? 'butt',
    join: (style['stroke-linejoin'] as Stroke['join'] | undefined) ?? 'miter',
  };
}
