import {
  grow,
  IDENTITY,
  intersectionOf,
  multiply,
  pathBounds,
  unionOf,
  type Box,
  type Matrix,
} from '../../geometry';
import { isDrawn } from './names';
import { matrixOf, outlineOf, transformed } from './outline';
import { lengthOf, type SvgNode } from './parse';

/** What the shapes and pictures in an element cover, without their lines, in the units that it stands in; null: nothing. */
export function contentBox(node: SvgNode, around: Matrix = IDENTITY): Box | null {
  if (!isDrawn(node)) return null;
  const matrix = multiply(around, matrixOf(node.attributes['transform']));
  const outline = outlineOf(node.name === 'image' ? { ...node, name: 'rect' } : node);
  const own = outline ? pathBounds(transformed(outline, matrix)) : null;
  const boxes = node.children.flatMap((child) => contentBox(child, matrix) ?? []);
  return unionOf(own ? [own, ...boxes] : boxes);
}

/** The page of a drawing that says no size: all that is drawn on it. */
export function pageAroundContent(root: SvgNode): Box | null {
  const { viewBox, width, height } = root.attributes;
  const saysSize = viewBox !== undefined || lengthOf(width) >= 0 || lengthOf(height) >= 0;
  return saysSize ? null : contentBox({ ...root, name: 'g' });
}

/** Of which shapes alone tell how large they are. */
const MEASURED = new Set(
  'g path rect circle ellipse line polyline polygon image title desc metadata defs'.split(' '),
);
/** How far lines, shadows and blurs reach beyond shapes, as a share of what these cover. */
const REACH = 0.6;

/** What of a page elements may cover when they are painted: all of it where that can't be told. */
export function paintedBox(nodes: readonly SvgNode[], page: Box): Box {
  const measured = (node: SvgNode): boolean =>
    node.name === '#text' || (MEASURED.has(node.name) && node.children.every(measured));
  const box = nodes.every(measured)
    ? unionOf(nodes.flatMap((node) => contentBox(node) ?? []))
    : null;
  if (!box) return page;
  const near = intersectionOf(page, grow(box, REACH * Math.max(box.width, box.height)));
  return near.width > 0 && near.height > 0 ? near : page;
}
