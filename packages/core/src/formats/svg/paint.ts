import { svgPathBbox } from 'svg-path-bbox';
import { Problem } from '../../problem';
import { meanScale, type Box, type Matrix } from '../../geometry';
import { matrixOf } from './outline';
import type { SvgNode } from './parse';
import { ownStyle } from './style';
import type { GradientStop, Paint } from './vectorDrawing';

export type Definitions = ReadonlyMap<string, SvgNode>;

const known = new WeakMap<SvgNode, Definitions>();

/** Every node that has an id, to be found by references; looked for once in each file. */
export function definitionsOf(root: SvgNode): Definitions {
  const before = known.get(root);
  if (before) return before;
  const found = new Map<string, SvgNode>();
  const visit = (node: SvgNode) => {
    const { id } = node.attributes;
    if (id) found.set(id, node);
    node.children.forEach(visit);
  };
  visit(root);
  known.set(root, found);
  return found;
}

/** Where a shape that is painted lies. */
export interface PaintedShape {
  /** The outline after the transform. */
  readonly path: string;
  readonly matrix: Matrix;
  readonly definitions: Definitions;
}

/** The paint that a `fill` or `stroke` value and its opacity stand for; null for none. */
export function paintOf(value: string, opacity: number, shape: PaintedShape): Paint | null {
  if (value === 'none' || value === 'transparent') return null;
  const reference = /^url\(\s*['"]?#([^'")]+)['"]?\s*\)/.exec(value)?.[1];
  if (!reference) return withOpacity(value, opacity);
  const node = shape.definitions.get(reference);
  if (!node || !/^(linear|radial)Gradient$/.test(node.name)) {
    throw new Problem(
      'bad-input',
      `This SVG paints with “${reference}”, which is not a gradient of its own.`,
    );
  }
  return gradientOf(node, opacity, shape);
}

export function boundsOf(path: string): Box {
  const [left, top, right, bottom] = svgPathBbox(path);
  return { x: left, y: top, width: right - left, height: bottom - top };
}

function gradientOf(node: SvgNode, opacity: number, shape: PaintedShape): Paint {
  const linked = (node.attributes['href'] ?? node.attributes['xlink:href'])?.replace(/^#/, '');
  const base = linked ? shape.definitions.get(linked) : undefined;
  const attributes = { ...base?.attributes, ...node.attributes };
  const stops = stopsOf(node.children.length > 0 ? node : (base ?? node), opacity);
  const inBox = attributes['gradientUnits'] !== 'userSpaceOnUse';
  const own = matrixOf(attributes['gradientTransform']);
  const box = boundsOf(shape.path);
  const place = (x: number, y: number) => {
    const [gx, gy] = apply(own, x, y);
    return inBox ? [box.x + gx * box.width, box.y + gy * box.height] : apply(shape.matrix, gx, gy);
  };
  const read = (name: string, fallback: string) => {
    const text = attributes[name] ?? fallback;
    return text.endsWith('%') ? parseFloat(text) / 100 : parseFloat(text);
  };
  if (node.name === 'linearGradient') {
    const [x1, y1] = place(read('x1', '0'), read('y1', '0')) as [number, number];
    const [x2, y2] = place(read('x2', '1'), read('y2', '0')) as [number, number];
    return { kind: 'linear', x1, y1, x2, y2, stops };
  }
  const [cx, cy] = place(read('cx', '0.5'), read('cy', '0.5')) as [number, number];
  const stretch = inBox ? Math.sqrt(box.width * box.height) : meanScale(shape.matrix);
  return { kind: 'radial', cx, cy, r: read('r', '0.5') * meanScale(own) * stretch, stops };
}

function apply([a, b, c, d, e, f]: Matrix, x: number, y: number): [number, number] {
  return [a * x + c * y + e, b * x + d * y + f];
}

function stopsOf(gradient: SvgNode, opacity: number): GradientStop[] {
  return gradient.children
    .filter(({ name }) => name === 'stop')
    .map((stop) => {
      const style = ownStyle(stop);
      const offset = style['offset'] ?? '0';
      return {
        offset: offset.endsWith('%') ? parseFloat(offset) / 100 : parseFloat(offset),
        color: withOpacity(
          style['stop-color'] ?? '#000000',
          opacity * Number(style['stop-opacity'] ?? 1),
        ),
      };
    });
}

function withOpacity(color: string, opacity: number): string {
  if (opacity >= 1) return color;
  const hex = /^#([0-9a-f]{6}|[0-9a-f]{3})$/i.exec(color)?.[1];
  if (!hex)
    throw new Problem(
      'bad-input',
      `Write the colour “${color}” as #rrggbb to make it see-through.`,
    );
  const full = hex.length === 3 ? [...hex].map((digit) => digit + digit).join('') : hex;
  const [red, green, blue] = [0, 2, 4].map((at) => parseInt(full.slice(at, at + 2), 16));
  return `rgba(${red},${green},${blue},${opacity})`;
}
