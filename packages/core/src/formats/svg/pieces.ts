import svgpath from 'svgpath';
import { pathBounds, type Box } from '../../geometry';
import { LABELS } from './labels';
import { goTogether, isUsed, TOGETHER } from './look';
import { isDrawn } from './names';
import { parseSvg, svgText, type SvgNode } from './parse';
import { ownStyle, shareOf } from './style';

/** What a drawing comes apart into: what lies side by side in it, or every shape. */
export type PieceKind = 'groups' | 'shapes';

/**
 * A drawing with its pieces named, so that it can be read again with each of them as a layer; null where there is only
 * one. A group that looks otherwise as a whole, faded or clipped, stays together; a path whose outlines lie apart does not.
 *
 * @param text an SVG
 * @throws Problem when it can't be read
 */
export function withPiecesNamed(text: string, kind: PieceKind): string | null {
  let count = 0;
  const named = (node: SvgNode): SvgNode => ({
    ...node,
    attributes: { ...node.attributes, [LABELS[0]!]: `piece ${++count}` },
  });
  const apart = (node: SvgNode): SvgNode => {
    const children = node.children.flatMap(separated);
    const drawn = children.filter(isDrawn);
    const isHolder = (child: SvgNode) =>
      child.name === 'g' && isPlain(child) && (kind === 'shapes' || drawn.length === 1);
    return {
      ...node,
      children: children.map((child) => {
        if (!isDrawn(child)) return child;
        return isHolder(child) ? apart(child) : named(child);
      }),
    };
  };
  const root = apart(parseSvg(text));
  return count > 1 ? svgText(root) : null;
}

/** Whether a group does nothing to what it holds together. */
function isPlain(group: SvgNode): boolean {
  const style = ownStyle(group);
  const isSeen = goTogether(group, group) && shareOf(style['opacity']) === 1;
  return isSeen && !TOGETHER.some((one) => isUsed(style[one]));
}

/** A path by its outlines that lie apart from each other; anything else as it is. */
function separated(node: SvgNode): SvgNode[] {
  if (node.name !== 'path') return [node];
  const outlines = outlinesOf(node.attributes['d'] ?? '');
  if (outlines.length < 2) return [node];
  return outlines.map((d) => ({ ...node, attributes: { ...node.attributes, d } }));
}

interface Outline {
  readonly d: string;
  readonly box: Box;
}

/** The outlines of a path; those whose boxes meet, as a hole and what is around it, are one. */
function outlinesOf(d: string): string[] {
  const path = svgpath(d).abs().toString();
  const single = (path.match(/M[^M]+/g) ?? []).map((one) => ({ d: one, box: pathBounds(one) }));
  return single
    .reduce<Outline[][]>((found, outline) => {
      const meeting = found.filter((group) => group.some(({ box }) => meet(box, outline.box)));
      const others = found.filter((group) => !meeting.includes(group));
      return [...others, [...meeting.flat(), outline]];
    }, [])
    .map((group) =>
      single
        .filter((one) => group.includes(one))
        .map((one) => one.d)
        .join(''),
    );
}

function meet(one: Box, other: Box): boolean {
  return (
    one.x <= other.x + other.width &&
    other.x <= one.x + one.width &&
    one.y <= other.y + other.height &&
    other.y <= one.y + one.height
  );
}
