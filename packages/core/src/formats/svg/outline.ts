import svgpath from 'svgpath';
import { Problem } from '../../problem';
import type { Matrix } from '../../geometry';
import { lengthOf, type SvgNode } from './parse';

const number = (node: SvgNode, name: string) => lengthOf(node.attributes[name] ?? '0') || 0;

/** The path data of a basic shape, as SVG 1.1 chapter 9 defines it; null for anything that is not a shape. */
export function outlineOf(node: SvgNode): string | null {
  switch (node.name) {
    case 'path':
      return node.attributes['d'] ?? '';
    case 'rect':
      return rectangle(node);
    case 'circle':
      return ellipse(number(node, 'cx'), number(node, 'cy'), number(node, 'r'), number(node, 'r'));
    case 'ellipse':
      return ellipse(
        number(node, 'cx'),
        number(node, 'cy'),
        number(node, 'rx'),
        number(node, 'ry'),
      );
    case 'line':
      return `M${number(node, 'x1')} ${number(node, 'y1')}L${number(node, 'x2')} ${number(node, 'y2')}`;
    case 'polyline':
      return `M${node.attributes['points'] ?? ''}`;
    case 'polygon':
      return `M${node.attributes['points'] ?? ''}Z`;
    default:
      return null;
  }
}

function ellipse(cx: number, cy: number, rx: number, ry: number): string {
  return `M${cx - rx} ${cy}a${rx} ${ry} 0 1 0 ${2 * rx} 0a${rx} ${ry} 0 1 0 ${-2 * rx} 0Z`;
}

function rectangle(node: SvgNode): string {
  const [x, y, width, height] = ['x', 'y', 'width', 'height'].map((name) => number(node, name)) as [
    number,
    number,
    number,
    number,
  ];
  const rx = Math.min(number(node, 'rx') || number(node, 'ry'), width / 2);
  const ry = Math.min(number(node, 'ry') || number(node, 'rx'), height / 2);
  if (rx === 0 || ry === 0) return `M${x} ${y}h${width}v${height}h${-width}Z`;
  const corner = (dx: number, dy: number) => `a${rx} ${ry} 0 0 1 ${dx} ${dy}`;
  return (
    `M${x + rx} ${y}h${width - 2 * rx}${corner(rx, ry)}v${height - 2 * ry}${corner(-rx, ry)}` +
    `h${2 * rx - width}${corner(-rx, -ry)}v${2 * ry - height}${corner(rx, -ry)}Z`
  );
}

/** Path data with a map applied to its points, absolute and rounded to a thousandth of a unit. */
export function transformed(path: string, matrix: Matrix): string {
  const result = svgpath(path)
    .abs()
    .matrix([...matrix])
    .round(3);
  // The published types leave out the parser's message.
  const { err } = result as unknown as { err: string };
  if (err) throw new Problem('bad-input', `A path of this SVG can’t be read: ${err}.`);
  return result.toString();
}

/** The map that a `transform` attribute describes. */
export function matrixOf(transform: string | undefined): Matrix {
  if (!transform) return [1, 0, 0, 1, 0, 0];
  // Three points of the plane tell an affine map.
  const points: [number, number][] = [];
  svgpath('M0 0L1 0L0 1')
    .transform(transform)
    .iterate((segment) => void points.push([Number(segment[1]), Number(segment[2])]));
  const [[e, f], [ax, ay], [cx, cy]] = points as [
    [number, number],
    [number, number],
    [number, number],
  ];
  return [ax - e, ay - f, cx - e, cy - f, e, f];
}
