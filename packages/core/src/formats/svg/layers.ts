import { grow, IDENTITY, multiply, unionOf, type Box, type Matrix } from '../../geometry';
import { matrixOf } from './outline';
import { boundsOf, definitionsOf } from './paint';
import { parseSvg, svgText, viewBoxOf, type SvgNode } from './parse';
import { collectShapes } from './readVector';
import type { VectorShape } from './vectorDrawing';

/** A group of a layered SVG, as a picture of its own. */
export interface Layer {
  readonly name: string;
  /** Names from the outermost group to this one. */
  readonly path: readonly string[];
  /** The named groups directly inside. */
  readonly children: readonly Layer[];
  /** What the layer covers, in units of the artwork. */
  readonly bounds: Box;
  /** The layer alone, as an SVG file whose viewBox is `bounds`. */
  readonly svg: string;
}

export interface LayeredSvg {
  readonly width: number;
  readonly height: number;
  /** Back to front. */
  readonly layers: readonly Layer[];
}

/**
 * Takes a layered SVG apart: every named group becomes a layer at its own size.
 *
 * @throws Problem when it can't be read
 */
export function readLayers(text: string): LayeredSvg {
  const root = parseSvg(text);
  const { width, height } = viewBoxOf(root);
  return { width, height, layers: layersIn(root, root, [], IDENTITY) };
}

function layersIn(root: SvgNode, node: SvgNode, path: readonly string[], matrix: Matrix): Layer[] {
  return node.children
    .filter((child) => child.name === 'g' && nameOf(child) !== '')
    .flatMap((group) => {
      const name = nameOf(group);
      const ownPath = [...path, name];
      const shapes: VectorShape[] = [];
      collectShapes(group, {
        matrix,
        style: {},
        opacity: 1,
        definitions: definitionsOf(root),
        shapes,
      });
      const bounds = unionOf(shapes.map(shapeBounds));
      if (!bounds) return [];
      const inner = multiply(matrix, matrixOf(group.attributes['transform']));
      return {
        name,
        path: ownPath,
        children: layersIn(root, group, ownPath, inner),
        bounds,
        svg: alone(root, group, bounds, matrix),
      };
    });
}

function nameOf({ attributes }: SvgNode): string {
  return attributes['inkscape:label'] ?? attributes['id'] ?? '';
}

function shapeBounds({ path, stroke }: VectorShape): Box {
  return grow(boundsOf(path), stroke ? stroke.width / 2 : 0);
}

function alone(
  root: SvgNode,
  group: SvgNode,
  { x, y, width, height }: Box,
  matrix: Matrix,
): string {
  const wrapper: SvgNode = {
    name: 'g',
    attributes: { transform: `matrix(${matrix.join(' ')})` },
    children: [group],
  };
  return svgText({
    name: 'svg',
    attributes: { xmlns: 'http://www.w3.org/2000/svg', viewBox: [x, y, width, height].join(' ') },
    children: [...root.children.filter(({ name }) => name === 'defs'), wrapper],
  });
}
