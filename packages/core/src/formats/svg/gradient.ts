import { inverse, meanScale, multiply, type Box, type Matrix } from '../../geometry';
import { stopColor } from './color';
import type { Definitions } from './definitions';
import { boundsOf, matrixOf, transformed } from './outline';
import type { SvgNode } from './parse';
import { ownStyle } from './style';
import type { GradientStop, Paint } from './vectorDrawing';

/** Where a shape that is painted lies. */
export interface PaintedShape {
  /** The outline before the transform. */
  readonly outline: string;
  readonly matrix: Matrix;
  readonly definitions: Definitions;
}

/** A gradient together with those that it is made from (SVG 1.1, 13.2). */
export interface WholeGradient {
  readonly kind: 'linear' | 'radial';
  readonly attributes: Readonly<Record<string, string>>;
  readonly stops: readonly SvgNode[];
}

/** A share of the radius that a focus keeps from the edge, since on it nothing would be painted. */
const FURTHEST_FOCUS = 0.99;
/** Stretches that differ by less than this share are taken for even. */
const EVEN = 1e-3;

/** What a gradient says with all that it takes from others; null for any other element. */
export function wholeGradient(
  node: SvgNode | undefined,
  definitions: Definitions,
): WholeGradient | null {
  const chain: SvgNode[] = [];
  for (let next = node; next && !chain.includes(next);) {
    if (!/^(linear|radial)Gradient$/.test(next.name)) break;
    chain.push(next);
    const base = (next.attributes['href'] ?? next.attributes['xlink:href'])?.replace(/^#/, '');
    next = base === undefined ? undefined : definitions.get(base);
  }
  if (chain.length === 0) return null;
  const attributes = Object.assign(
    {},
    ...chain.toReversed().map((one) => one.attributes),
  ) as Record<string, string>;
  const stops = chain.map(stopsIn).find(({ length }) => length > 0) ?? [];
  return { kind: chain[0]!.name === 'linearGradient' ? 'linear' : 'radial', attributes, stops };
}

const stopsIn = ({ children }: SvgNode) => children.filter(({ name }) => name === 'stop');

/**
 * A gradient on a shape, in the drawing's units.
 *
 * @returns a colour where it comes to one, and null where it paints nothing
 */
export function gradientOn(
  { kind, attributes, stops }: WholeGradient,
  opacity: number,
  shape: PaintedShape,
): Paint | null {
  const colors = colorsOf(stops, opacity);
  const last = colors.at(-1)?.color ?? null;
  const map = mapOf(attributes, shape);
  if (last === null || map === null) return null;
  if (colors.length === 1) return last;
  const read = (name: string, fallback: string) => {
    const text = attributes[name] ?? fallback;
    return text.trim().endsWith('%') ? parseFloat(text) / 100 : parseFloat(text);
  };
  if (kind === 'linear') {
    const ends = [read('x1', '0'), read('y1', '0'), read('x2', '1'), read('y2', '0')] as const;
    return linearOn(map, ends, colors) ?? last;
  }
  const [cx, cy, r] = [read('cx', '0.5'), read('cy', '0.5'), read('r', '0.5')];
  if (!(r > 0)) return last;
  const focus = nearer([read('fx', String(cx)), read('fy', String(cy))], [cx, cy], r);
  return radialOn(map, { center: [cx, cy], focus, r }, colors, shape);
}

/** From the gradient's own units to the drawing; null where the shape has no area to be measured by. */
function mapOf(
  attributes: WholeGradient['attributes'],
  { outline, matrix }: PaintedShape,
): Matrix | null {
  const own = matrixOf(attributes['gradientTransform']);
  const inBox = attributes['gradientUnits'] !== 'userSpaceOnUse';
  const map = multiply(matrix, inBox ? multiply(fromUnit(boundsOf(outline)), own) : own);
  return meanScale(map) > 0 ? map : null;
}

const fromUnit = ({ x, y, width, height }: Box): Matrix => [width, 0, 0, height, x, y];

/**
 * The ends of a linear gradient after a map. Lines of one colour, square to the gradient, need not be so to the
 * mapped ends: the second end is moved along its line of colour until they are. Null where the ends are one point.
 */
function linearOn(
  map: Matrix,
  [x1, y1, x2, y2]: readonly [number, number, number, number],
  stops: readonly GradientStop[],
): Paint | null {
  const from = apply(map, [x1, y1]);
  const to = apply(map, [x2, y2]);
  const along = apply([map[0], map[1], map[2], map[3], 0, 0], [y1 - y2, x2 - x1]);
  const length = Math.hypot(...along);
  if (length === 0) return null;
  const square = [-along[1] / length, along[0] / length] as const;
  const reach = (to[0] - from[0]) * square[0] + (to[1] - from[1]) * square[1];
  const [endX, endY] = [from[0] + reach * square[0], from[1] + reach * square[1]];
  return { kind: 'linear', x1: from[0], y1: from[1], x2: endX, y2: endY, stops };
}

function radialOn(
  map: Matrix,
  { center, focus, r }: { center: Point; focus: Point; r: number },
  stops: readonly GradientStop[],
  { outline, matrix }: PaintedShape,
): Paint {
  const scale = meanScale(map);
  const even = isEven(map);
  // Circles that come out as ellipses are painted in units in which they are circles, as large as in the drawing.
  const space: Matrix | null = even ? null : multiply(map, [1 / scale, 0, 0, 1 / scale, 0, 0]);
  const place = (point: Point) => (even ? apply(map, point) : scaled(point, scale));
  const [[cx, cy], [fx, fy]] = [place(center), place(focus)];
  return {
    kind: 'radial',
    ...{ cx, cy, r: r * scale, fx, fy, stops },
    space: space && {
      matrix: space,
      path: transformed(outline, multiply(inverse(space), matrix)),
    },
  };
}

type Point = readonly [x: number, y: number];

function apply([a, b, c, d, e, f]: Matrix, [x, y]: Point): Point {
  return [a * x + c * y + e, b * x + d * y + f];
}

const scaled = ([x, y]: Point, by: number): Point => [x * by, y * by];

/** A point brought into a circle. */
function nearer([x, y]: Point, [cx, cy]: Point, r: number): Point {
  const away = Math.hypot(x - cx, y - cy);
  const most = FURTHEST_FOCUS * r;
  return away <= most ? [x, y] : [cx + ((x - cx) * most) / away, cy + ((y - cy) * most) / away];
}

/** Whether a map stretches all directions alike. */
export function isEven([a, b, c, d]: Matrix): boolean {
  const off = Math.min(Math.hypot(a - d, b + c), Math.hypot(a + d, b - c));
  return off <= EVEN * Math.hypot(a, b, c, d);
}

/** Stops in order, each no earlier than the one before it. */
function colorsOf(stops: readonly SvgNode[], opacity: number): GradientStop[] {
  let least = 0;
  return stops.map((stop) => {
    const style = ownStyle(stop);
    const text = style['offset'] ?? '0';
    const offset = text.trim().endsWith('%') ? parseFloat(text) / 100 : parseFloat(text);
    least = Math.min(1, Math.max(least, Number.isFinite(offset) ? offset : 0));
    return { offset: least, color: stopColor(style, opacity) };
  });
}
