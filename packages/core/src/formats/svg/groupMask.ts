import { IDENTITY, mappedBox, multiply, type Box, type Matrix } from '../../geometry';
import { contentBox } from './contentBox';
import { definitionsOf } from './definitions';
import { matrixOf, outlineOf } from './outline';
import { lengthOf, type SvgNode } from './parse';
import { paintReference } from './paint';
import { ownStyle } from './style';

/**
 * What a group is seen within by its clipping and its mask, as something white in the units inside of the group; null
 * where all of it is seen.
 *
 * @param around maps the units that the group stands in onto the page
 */
export function maskOf(node: SvgNode, root: SvgNode, page: Box, around: Matrix): SvgNode | null {
  const style = ownStyle(node);
  const referred = (property: string) => {
    const id = paintReference(style[property]);
    return id === undefined ? undefined : definitionsOf(root).get(id);
  };
  const [clip, mask] = [referred('clip-path'), referred('mask')];
  const inside = multiply(around, matrixOf(node.attributes['transform']));
  // Shares are of what the group covers in its own units.
  const box = contentBox({ ...node, attributes: {} });
  if (clip && !mask) {
    const shapes = clipShapes(clip, box);
    if (shapes && coversAll(shapes, page, box, inside)) return null;
    if (shapes) return shapes;
  }
  if (!clip && !mask) return null;
  const attributes = {
    ...(clip ? { 'clip-path': style['clip-path']! } : {}),
    ...(mask ? { mask: style['mask']! } : {}),
  };
  // Shares of a white sheet would be others than those of the group.
  const inShares = [clip, mask].some((one) => one && saysShares(one));
  const sheet = inShares ? box : EVERYWHERE;
  return sheet && whiteSheet(sheet, attributes);
}

const EVERYWHERE: Box = { x: -1e5, y: -1e5, width: 2e5, height: 2e5 };

function whiteSheet({ x, y, width, height }: Box, attributes: SvgNode['attributes']): SvgNode {
  const place = { x: String(x), y: String(y), width: String(width), height: String(height) };
  return { name: 'rect', attributes: { ...place, ...WHITE, ...attributes }, children: [] };
}

const WHITE = {
  fill: '#fff',
  stroke: 'none',
  'fill-opacity': '1',
  opacity: '1',
} as const;

function saysShares({ name, attributes }: SvgNode): boolean {
  if (name === 'clipPath') return attributes['clipPathUnits'] === 'objectBoundingBox';
  return (
    attributes['maskUnits'] !== 'userSpaceOnUse' ||
    attributes['maskContentUnits'] === 'objectBoundingBox'
  );
}

/** A clipping path of shapes alone, as these shapes; null where it needs more. */
function clipShapes(clip: SvgNode, box: Box | null): SvgNode | null {
  const { attributes, children } = clip;
  if (isUsed(attributes['clip-path'])) return null;
  const drawn = children.filter(({ name }) => !['title', 'desc', 'metadata'].includes(name));
  if (drawn.some((child) => outlineOf(child) === null || isUsed(ownStyle(child)['clip-path']))) {
    return null;
  }
  const shapes = drawn
    .filter((child) => {
      const { display, visibility } = ownStyle(child);
      return display !== 'none' && (visibility ?? 'visible') === 'visible';
    })
    .map((child): SvgNode => {
      const { style: _, 'clip-rule': _rule, ...kept } = child.attributes;
      const rule = ownStyle(child)['clip-rule'] ?? attributes['clip-rule'] ?? 'nonzero';
      return { ...child, attributes: { ...kept, ...WHITE, 'fill-rule': rule } };
    });
  const transform = [attributes['transform'] ?? ''];
  if (attributes['clipPathUnits'] === 'objectBoundingBox') {
    if (!box) return null;
    transform.push(`matrix(${box.width} 0 0 ${box.height} ${box.x} ${box.y})`);
  }
  const moved = transform.filter(Boolean).join(' ');
  return { name: 'g', attributes: moved ? { transform: moved } : {}, children: shapes };
}

const isUsed = (value: string | undefined) => (value ?? 'none') !== 'none';

/** Whether shapes are a rectangle around the whole page, or around all that is in the group. */
function coversAll(shapes: SvgNode, page: Box, content: Box | null, inside: Matrix): boolean {
  const [only, ...others] = shapes.children;
  if (only?.name !== 'rect' || others.length > 0) return false;
  const { rx, ry, x = '0', y = '0', width, height } = only.attributes;
  if (lengthOf(rx ?? '0') > 0 || lengthOf(ry ?? '0') > 0) return false;
  const [a, b, c, d, e, f] = [
    shapes.attributes['transform'],
    only.attributes['transform'],
  ].reduce<Matrix>((matrix, transform) => multiply(matrix, matrixOf(transform)), IDENTITY);
  if (b !== 0 || c !== 0) return false;
  const own: Box = {
    ...{ x: lengthOf(x), y: lengthOf(y), width: lengthOf(width), height: lengthOf(height) },
  };
  const covered = mappedBox([a, b, c, d, e, f], own);
  if (content && holds(covered, content)) return true;
  const [, turned, skewed] = inside;
  return turned === 0 && skewed === 0 && holds(mappedBox(inside, covered), page);
}

/** With a little to spare for rounding. */
function holds(outer: Box, inner: Box): boolean {
  const spare = 1e-3 * Math.max(inner.width, inner.height);
  return (
    outer.x <= inner.x + spare &&
    outer.y <= inner.y + spare &&
    outer.x + outer.width >= inner.x + inner.width - spare &&
    outer.y + outer.height >= inner.y + inner.height - spare
  );
}
