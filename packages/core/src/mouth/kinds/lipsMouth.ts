import { boolean, number, object, string } from 'yup';
import type { VectorShape } from '../../frame';
import { between, type Point } from '../../geometry';
import type { Pose, ShapesContent } from '../../pose';
import { MOUTH_DARK } from './cutMouth';
import type { Articulation } from '../articulation';
import type { MouthState } from '../mouthState';

/** Lips drawn as outlines over a part or in its place, with an inside, teeth and tongue that are seen through the opening. */
export interface LipsMouth {
  readonly kind: 'lips';
  readonly part: string;
  /** Whether they are drawn in the part's place, or over it. */
  readonly replaces: boolean;
  /** The corners and the outer edges' middles with the mouth shut and at ease, in units of the artwork. */
  readonly left: Point;
  readonly right: Point;
  readonly top: Point;
  readonly bottom: Point;
  /** By how much they follow, 0 to 2: opening, width and rounding of the articulation. */
  readonly opening: number;
  readonly widening: number;
  readonly rounding: number;
  /** By how much they show and follow, 0 to 2; at 0 there are none. */
  readonly upperTeeth: number;
  readonly lowerTeeth: number;
  readonly tongue: number;
  /** #rrggbb */
  readonly lipColor: string;
  readonly insideColor: string;
  readonly tongueColor: string;
}

const point = () => object({ x: number().required(), y: number().required() });
const amount = () => number().required().min(0).max(2);
const color = () =>
  string()
    .required()
    .matches(/^#[0-9a-f]{6}$/i);

export const lipsMouthSchema = object({
  kind: string().required().oneOf(['lips']),
  part: string().required(),
  replaces: boolean().required(),
  left: point(),
  right: point(),
  top: point(),
  bottom: point(),
  opening: amount(),
  widening: amount(),
  rounding: amount(),
  upperTeeth: amount(),
  lowerTeeth: amount(),
  tongue: amount(),
  lipColor: color(),
  insideColor: color(),
  tongueColor: color(),
});

const TEETH = '#fffaf0';
const EDGE = '#4a2618';

/** Lips that are rounder than this have no bow above. */
const BOWLESS = 0.5;

/** Lips that are less open than this show a seam. */
const LEAST_OPEN = 0.01;

/** Shares of the mouth's width: how far the lips part, and move with width and rounding. */
const OPENS_UP = 0.1;
const OPENS_DOWN = 0.48;
const WIDENS = 0.16;
const ROUNDS = 0.42;

export function lipsMouthPose(mouth: LipsMouth, { articulation }: MouthState): Pose {
  return new Map([[mouth.part, { content: lips(mouth, articulation) }]]);
}

/** Where lips are set up with three clicks: both corners and the middle of the lower lip's edge. */
export function lipsFrom(
  { part, replaces }: Pick<LipsMouth, 'part' | 'replaces'>,
  left: Point,
  right: Point,
  bottom: Point,
): LipsMouth {
  const middle = between(left, right, 0.5);
  return {
    kind: 'lips',
    part,
    replaces,
    ...(left.x <= right.x ? { left, right } : { left: right, right: left }),
    top: between(middle, bottom, -0.75),
    bottom,
    opening: 1,
    widening: 1,
    rounding: 1,
    upperTeeth: 1,
    lowerTeeth: 1,
    tongue: 1,
    lipColor: '#c9705f',
    insideColor: MOUTH_DARK,
    tongueColor: '#e0746c',
  };
}

/** The mouth as shapes, the opening's contents clipped by it. */
function lips(
  mouth: LipsMouth,
  { jaw, width, round, press, teeth, tongue }: Articulation,
): ShapesContent {
  const span = mouth.right.x - mouth.left.x;
  const middle = between(mouth.left, mouth.right, 0.5);
  const open = jaw * mouth.opening;
  const spread = 1 + (width - 0.5) * 2 * WIDENS * mouth.widening - round * ROUNDS * mouth.rounding;
  const left = between(middle, mouth.left, spread);
  const right = between(middle, mouth.right, spread);
  // Pressed lips are thinner; rounded ones fuller.
  const full = 1 - 0.45 * press + 0.35 * round * mouth.rounding;
  const up = -open * OPENS_UP * span;
  const down = open * OPENS_DOWN * span;
  const apart = (from: Point, by: number) => ({ x: from.x, y: from.y + by });
  const innerTop = apart(middle, up);
  const innerBottom = apart(middle, down);
  const outerTop = apart(between(middle, mouth.top, full), up);
  const outerBottom = apart(between(middle, mouth.bottom, full), down);

  // Rounded lips are a ring: their curves leave the corners upright.
  const ring = Math.min(1, round * mouth.rounding);
  const over = (from: Point, by: Point, to: Point, going = false) => arc(from, by, to, ring, going);
  const opening = `${over(left, innerTop, right)}${over(right, innerBottom, left, true)}Z`;
  const upperEdge = ring > BOWLESS ? over(left, outerTop, right) : bow(left, outerTop, right, span);
  const upperLip = `${upperEdge}${over(right, innerTop, left, true)}Z`;
  const lowerLip = `${over(left, outerBottom, right)}${over(right, innerBottom, left, true)}Z`;
  const contents: VectorShape[] = [filled(opening, mouth.insideColor)];
  if (mouth.tongue > 0 && ring < BOWLESS) {
    const rise = down * (0.55 - 0.35 * tongue * mouth.tongue);
    const center = apart(middle, rise + 0.16 * span);
    contents.push(filled(oval(center, 0.26 * span * spread, 0.2 * span), mouth.tongueColor));
  }
  // Rounded lips cover the teeth.
  const depth = 0.05 * span * (1 + teeth) * (1 - 0.9 * ring);
  if (mouth.upperTeeth > 0) {
    contents.push(filled(row(left, right, innerTop.y, depth * mouth.upperTeeth, 1), TEETH));
  }
  if (mouth.lowerTeeth > 0) {
    const shown = depth * 0.6 * teeth * mouth.lowerTeeth;
    contents.push(filled(row(left, right, innerBottom.y, shown, -1), TEETH));
  }
  const seam: VectorShape = {
    path: over(left, innerTop, right),
    fill: null,
    fillRule: 'nonzero',
    stroke: {
      ...{ paint: EDGE, width: 0.02 * span, cap: 'round', join: 'round' },
      ...{ miterLimit: 4, transform: null },
    },
    opacity: 1,
  };
  const isOpen = open > LEAST_OPEN;
  return {
    kind: 'shapes',
    replaces: mouth.replaces,
    opening: isOpen ? { path: opening, shapes: contents } : null,
    shapes: [
      filled(upperLip, mouth.lipColor),
      filled(lowerLip, mouth.lipColor),
      ...(isOpen ? [] : [seam]),
    ],
  };
}

const filled = (path: string, fill: string): VectorShape => ({
  path,
  fill,
  fillRule: 'nonzero',
  stroke: null,
  opacity: 1,
});

/**
 * A smooth curve from corner to corner whose middle lies on a point; `going` leaves out where it begins.
 *
 * @param ring 0: a parabola, pointed at the corners; 1: nearly half an ellipse, upright there
 */
function arc(from: Point, middle: Point, to: Point, ring: number, going: boolean): string {
  // A cubic's middle lies three quarters of the way to its control points.
  const height = (corner: Point) => corner.y + (4 / 3) * (middle.y - corner.y);
  const inwards = (corner: Point) => corner.x + (1 - ring) * (2 / 3) * (middle.x - corner.x);
  const controls = [from, to].map((corner) => `${inwards(corner)} ${height(corner)}`);
  return `${going ? 'L' : 'M'}${from.x} ${from.y}C${controls.join(' ')} ${to.x} ${to.y}`;
}

/** The upper lip's edge: two bows that meet in a dip. */
function bow(from: Point, top: Point, to: Point, span: number): string {
  const dip = { x: top.x, y: top.y + 0.025 * span };
  const peak = (end: Point) => ({ x: top.x + (end.x - top.x) * 0.4, y: top.y - 0.04 * span });
  const [first, second] = [peak(from), peak(to)];
  return `M${from.x} ${from.y}Q${first.x} ${first.y} ${dip.x} ${dip.y}Q${second.x} ${second.y} ${to.x} ${to.y}`;
}

function oval({ x, y }: Point, rx: number, ry: number): string {
  return `M${x - rx} ${y}a${rx} ${ry} 0 1 0 ${2 * rx} 0a${rx} ${ry} 0 1 0 ${-2 * rx} 0Z`;
}

/** A row of teeth that hangs from a height, or stands on it (-1), rounded at its free edge. */
function row(left: Point, right: Point, y: number, depth: number, down: 1 | -1): string {
  const inset = (right.x - left.x) * 0.06;
  const [from, to] = [left.x + inset, right.x - inset];
  const level = y + down * depth;
  return `M${from} ${y - down * 200}H${to}V${level - down * depth * 0.4}Q${to} ${level} ${to - depth} ${level}H${from + depth}Q${from} ${level} ${from} ${level - down * depth * 0.4}Z`;
}
