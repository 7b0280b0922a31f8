import { parseSync, type INode } from 'svgson';
import { Problem } from '../../problem';

export type SvgNode = INode;

/**
 * Parses SVG text into a tree.
 *
 * @throws Problem when it is not well-formed or its root is not <svg>
 */
export function parseSvg(text: string): SvgNode {
  let root: SvgNode;
  try {
    root = parseSync(text);
  } catch {
    throw new Problem('bad-input', 'This SVG is not well-formed: it can’t be read to its end.');
  }
  if (root.name !== 'svg') throw new Problem('bad-input', 'This file is not an SVG picture.');
  return root;
}

/** The area that an SVG shows: its viewBox, or else its width and height. */
export function viewBoxOf({ attributes }: SvgNode) {
  const numbers = (attributes['viewBox'] ?? '').trim().split(/[\s,]+/).map(Number);
  const [x, y, width, height] =
    numbers.length === 4
      ? numbers
      : [0, 0, parseFloat(attributes['width'] ?? ''), parseFloat(attributes['height'] ?? '')];
  if (!(width! > 0 && height! > 0)) {
    throw new Problem('bad-input', 'This SVG has no size: give it a viewBox, or a width and a height.');
  }
  return { x: x!, y: y!, width: width!, height: height! };
}
