import { BLEND_MODES, type BlendMode } from '../../frame/blendMode';
import type { SvgNode } from './parse';
import { declarationsOf, ownStyle } from './style';

/** What hides a shape, or mixes it with what is beneath: a layer says so, not its picture. */
const UNSEEN = new Set(['id', 'display', 'visibility', 'mix-blend-mode']);
/** What a group must not hand down when its children are painted without it: they get it as parts. */
const NOT_HANDED_DOWN = new Set([...UNSEEN, 'opacity']);

/** What a group does to its layers together. */
export const TOGETHER = ['clip-path', 'mask', 'filter'];
/** What a group's layers have nothing of, each by itself. */
export const NOT_INSIDE = new Set([...NOT_HANDED_DOWN, ...TOGETHER]);

export const isUsed = (value: string | undefined) => (value ?? 'none') !== 'none';

/** What of an element's look is a part's matter, beside its opacity. */
export function lookOf(node: SvgNode): { readonly hidden: boolean; readonly blend: BlendMode } {
  const style = ownStyle(node);
  // What CSS has no word for is said by Cruvo alone.
  const blend = (style['data-blend'] ?? style['mix-blend-mode']) as BlendMode | undefined;
  return {
    hidden: style['display'] === 'none' || style['visibility'] === 'hidden',
    blend: blend && BLEND_MODES.includes(blend) ? blend : 'normal',
  };
}

/** Whether shapes without names can be one layer: what is hidden stays apart, and what blends with the others. */
export function goTogether(one: SvgNode, other: SvgNode): boolean {
  const [a, b] = [lookOf(one), lookOf(other)];
  return a.hidden === b.hidden && a.blend === 'normal' && b.blend === 'normal';
}

/** A layer as it looks when it is seen: what hides and fades it is the part's matter. */
export function seen(node: SvgNode): SvgNode {
  return { ...node, attributes: { ...handedDown(node), ...idOf(node) } };
}

/** A shape without a name as it looks when it is seen: it keeps its opacity, since other shapes are in its layer. */
export function shownAsDrawn(node: SvgNode): SvgNode {
  return { ...node, attributes: { ...without(node, UNSEEN), ...idOf(node) } };
}

const idOf = ({ attributes: { id } }: SvgNode): SvgNode['attributes'] => (id ? { id } : {});

export const handedDown = (node: SvgNode) => without(node, NOT_HANDED_DOWN);

/** An element's attributes without some, in its style as well. */
export function without(
  { attributes }: SvgNode,
  left: ReadonlySet<string>,
): Readonly<Record<string, string>> {
  const kept = Object.entries(attributes).filter(
    ([key]) => key !== 'style' && !left.has(key) && (!key.includes(':') || key === 'xlink:href'),
  );
  const style = declarationsOf(attributes['style'] ?? '')
    .filter(([property]) => !left.has(property))
    .map((one) => one.join(':'))
    .join(';');
  return { ...Object.fromEntries(kept), ...(style ? { style } : {}) };
}
