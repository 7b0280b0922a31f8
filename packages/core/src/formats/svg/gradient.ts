import {
  between,
  distance,
  inverse,
  mapped,
  meanScale,
  multiply,
  scaling,
  type Box,
  type Matrix,
  type Point,
} from '../../geometry';
import { stopColor } from './color';
import type { Definitions } from './definitions';
import { matrixOf, transformed } from './outline';
import { pathBounds } from '../../geometry';
import type { SvgNode } from './parse';
import { addressOf, idAt } from './references';
import { numberOf, ownStyle } from './style';
import type { GradientStop, Paint } from '../../frame';

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
  for (let next = node; next && isGradient(next) && !chain.includes(next);) {
    chain.push(next);
    next = definitions.get(idAt(addressOf(next)) ?? '');
  }
  if (chain.length === 0) return null;
  const attributes = chain.reduceRight((said, one) => ({ ...said, ...one.attributes }), {});
  const stops = chain.map(stopsIn).find(({ length }) => length > 0) ?? [];
  return { kind: chain[0]!.name === 'linearGradient' ? 'linear' : 'radial', attributes, stops };
}

const isGradient = ({ name }: SvgNode) => /^(linear|radial)Gradient$/.test(name);

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
  const read = (name: string, fallback: number) => numberOf(attributes[name], fallback);
  if (kind === 'linear') {
    const from = { x: read('x1', 0), y: read('y1', 0) };
    const to = { x: read('x2', 1), y: read('y2', 0) };
    return linearOn(map, from, to, colors) ?? last;
  }
  const center = { x: read('cx', 0.5), y: read('cy', 0.5) };
  const r = read('r', 0.5);
  if (!(r > 0)) return last;
  const focus = nearer({ x: read('fx', center.x), y: read('fy', center.y) }, center, r);
  return radialOn(map, { center, focus, r }, colors, shape);
}

/** From the gradient's own units to the drawing; null where the shape has no area to be measured by. */
function mapOf(
  attributes: WholeGradient['attributes'],
  { outline, matrix }: PaintedShape,
): Matrix | null {
  const own = matrixOf(attributes['gradientTransform']);
  const inBox = attributes['gradientUnits'] !== 'userSpaceOnUse';
  const map = multiply(matrix, inBox ? multiply(fromUnit(pathBounds(outline)), own) : own);
  return meanScale(map) > 0 ? map : null;
}

const fromUnit = ({ x, y, width, height }: Box): Matrix => [width, 0, 0, height, x, y];

/**
 * The ends of a linear gradient after a map. Lines of one colour, square to the gradient, need not be so to the
 * mapped ends: the second end is moved along its line of colour until they are. Null where the ends are one point.
 */
function linearOn(
  map: Matrix,
  start: Point,
  end: Point,
  stops: readonly GradientStop[],
): Paint | null {
  const [from, to] = [mapped(map, start), mapped(map, end)];
  // A point beside the start that has its colour.
  const beside = mapped(map, { x: start.x + start.y - end.y, y: start.y + end.x - start.x });
  const length = distance(from, beside);
  if (length === 0) return null;
  const square = { x: (from.y - beside.y) / length, y: (beside.x - from.x) / length };
  const reach = (to.x - from.x) * square.x + (to.y - from.y) * square.y;
  const [x2, y2] = [from.x + reach * square.x, from.y + reach * square.y];
  return { kind: 'linear', x1: from.x, y1: from.y, x2, y2, stops };
}

function radialOn(
  map: Matrix,
  { center, focus, r }: { center: Point; focus: Point; r: number },
  stops: readonly GradientStop[],
  { outline, matrix }: PaintedShape,
): Paint {
  const scale = meanScale(map);
  // Circles that come out as ellipses are painted in units in which they are circles, as large as in the drawing.
  const even = isUniform(map);
  const own = even ? map : scaling(scale);
  const [{ x: cx, y: cy }, { x: fx, y: fy }] = [mapped(own, center), mapped(own, focus)];
  const circle = { kind: 'radial', cx, cy, r: r * scale, fx, fy, stops } as const;
  if (even) return { ...circle, transform: null };
  const transform = multiply(map, scaling(1 / scale));
  const path = transformed(outline, multiply(inverse(transform), matrix));
  return { ...circle, transform: { path, matrix: transform } };
}

/** A point brought into a circle. */
function nearer(point: Point, center: Point, r: number): Point {
  const away = distance(center, point);
  const most = FURTHEST_FOCUS * r;
  return away <= most ? point : between(center, point, most / away);
}

/** Whether a map stretches all directions alike. */
export function isUniform([a, b, c, d]: Matrix): boolean {
  const off = Math.min(Math.hypot(a - d, b + c), Math.hypot(a + d, b - c));
  return off <= EVEN * Math.hypot(a, b, c, d);
}

/** Stops in order, each no earlier than the one before it. */
function colorsOf(stops: readonly SvgNode[], opacity: number): GradientStop[] {
  let least = 0;
  return stops.map((stop) => {
    const style = ownStyle(stop);
    least = Math.min(1, Math.max(least, numberOf(style['offset'], 0)));
    return { offset: least, color: stopColor(style, opacity) };
  });
}
