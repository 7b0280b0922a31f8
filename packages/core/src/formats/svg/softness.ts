import { IDENTITY, meanScale, multiply, type Matrix } from '../../geometry';
import { definitionsOf } from './definitions';
import { matrixOf } from './outline';
import { paintReference } from './paint';
import { isDrawn } from './names';
import type { SvgNode } from './parse';
import { ownStyle } from './style';

/** What the filters of a drawing do to it. */
export interface Softness {
  /** Whether there is a filter anywhere. */
  readonly filtered: boolean;
  /** The least blur that everything in it has, its standard deviation in units of the page; null where something is sharp. */
  readonly blur: number | null;
}

/** @param nodes in the units of the page */
export function softnessOf(nodes: readonly SvgNode[], root: SvgNode): Softness {
  const definitions = definitionsOf(root);
  const filterOf = (node: SvgNode) =>
    definitions.get(paintReference(ownStyle(node)['filter']) ?? '');
  const isFiltered = (node: SvgNode): boolean =>
    filterOf(node) !== undefined || node.children.some(isFiltered);
  /** Undefined for what draws nothing. */
  const blurOf = (node: SvgNode, around: Matrix): number | null | undefined => {
    if (!isDrawn(node)) return undefined;
    const matrix = multiply(around, matrixOf(node.attributes['transform']));
    const filter = filterOf(node);
    const own = filter && onlyBlur(filter);
    if (own) return own * meanScale(matrix);
    if (node.name !== 'g') return null;
    return leastOf(node.children.map((child) => blurOf(child, matrix)));
  };
  const blur = leastOf(nodes.map((node) => blurOf(node, IDENTITY)));
  return { filtered: nodes.some(isFiltered), blur: blur ?? null };
}

/** Null where one of them is. */
function leastOf(blurs: readonly (number | null | undefined)[]): number | null | undefined {
  const said = blurs.filter((blur) => blur !== undefined);
  if (said.some((blur) => blur === null)) return null;
  return said.length === 0 ? undefined : Math.min(...(said as number[]));
}

/** The blur of a filter that does nothing else; null for any other. */
function onlyBlur(filter: SvgNode): number | null {
  const [first, ...others] = primitivesOf(filter);
  return first?.name === 'feGaussianBlur' && others.length === 0
    ? deviationOf(filter, first)
    : null;
}

/** The least blur of a group's shadow or glow, in units of the page; null where it is sharp. */
export function shadowSoftness(group: SvgNode, root: SvgNode, around: Matrix): number | null {
  const filter = definitionsOf(root).get(paintReference(ownStyle(group)['filter']) ?? '');
  const blurs = filter
    ? primitivesOf(filter).flatMap((one) =>
        BLURRING.has(one.name) ? [deviationOf(filter, one)] : [],
      )
    : [];
  const least = blurs.length > 0 && blurs.every((blur) => blur !== null) ? Math.min(...blurs) : 0;
  const matrix = multiply(around, matrixOf(group.attributes['transform']));
  return least > 0 ? least * meanScale(matrix) : null;
}

const BLURRING = new Set(['feGaussianBlur', 'feDropShadow']);

const primitivesOf = ({ children }: SvgNode) =>
  children.filter(({ name }) => name.startsWith('fe') && name !== 'feFunc');

/** The smaller standard deviation of a blur, in the units of what is filtered; null where it can't be told. */
function deviationOf(filter: SvgNode, { attributes }: SvgNode): number | null {
  if (filter.attributes['primitiveUnits'] === 'objectBoundingBox') return null;
  const said = (attributes['stdDeviation'] ?? '')
    .trim()
    .split(/[\s,]+/)
    .map(Number);
  const least = Math.min(...said);
  return least > 0 ? least : null;
}
