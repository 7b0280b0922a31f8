import type { Box } from '../../geometry';
import { lengthOf, type SvgNode } from './parse';
import { numberOf, ownStyle } from './style';

/** Of which side of the page a percentage is, for each attribute of a shape (SVG 1.1, 7.10). */
const SIDES: Readonly<Record<string, 'width' | 'height' | 'both'>> = {
  ...{ x: 'width', y: 'height', width: 'width', height: 'height' },
  ...{ cx: 'width', cy: 'height', r: 'both', rx: 'width', ry: 'height' },
  ...{ x1: 'width', y1: 'height', x2: 'width', y2: 'height' },
};
const SHAPES = new Set(['rect', 'circle', 'ellipse', 'line', 'image', 'use', 'text', 'tspan']);

/**
 * A drawing whose shapes say where they are in units alone, not in percentages of the page; lines that are as wide at
 * any size say so in units of the page.
 */
export function withLengths(root: SvgNode, page: Box): SvgNode {
  const sides = {
    ...{ width: page.width, height: page.height },
    both: Math.hypot(page.width, page.height) / Math.SQRT2,
  };
  const shown = lengthOf(root.attributes['width']);
  const unit = shown > 0 ? page.width / shown : 1;
  const visit = (node: SvgNode, around: string): SvgNode => {
    // A drawing inside the drawing has a page of its own.
    if (node.name === 'svg' || node.name === 'symbol') return node;
    const style = ownStyle(node);
    const line = style['stroke-width'] ?? around;
    const children = node.children.map((child) => visit(child, line));
    const attributes = SHAPES.has(node.name) ? absolute(node.attributes) : node.attributes;
    if (style['vector-effect'] !== 'non-scaling-stroke') return { ...node, attributes, children };
    const width = `stroke-width:${numberOf(line, 1) * unit}`;
    const styles = [attributes['style'], width].filter(Boolean).join(';');
    return { ...node, attributes: { ...attributes, style: styles }, children };
  };
  const absolute = (attributes: SvgNode['attributes']) =>
    Object.fromEntries(
      Object.entries(attributes).map(([key, value]) => {
        const side = SIDES[key];
        if (!side || !value.trim().endsWith('%')) return [key, value];
        return [key, String((parseFloat(value) / 100) * sides[side] || 0)];
      }),
    );
  return { ...root, children: root.children.map((child) => visit(child, '1')) };
}

/** A length along a side of the page, units. @param side what 100 % of it are, units */
export function lengthAlong(text: string, side: number): number {
  return text.trim().endsWith('%') ? (parseFloat(text) / 100) * side : lengthOf(text);
}
