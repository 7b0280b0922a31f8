import { boolean, number, object, string } from 'yup';
import type { VectorShape } from '../../frame';
import { between, distance, type Point } from '../../geometry';
import type { Pose, ShapesContent } from '../../pose';
import { MOUTH_DARK } from './cutMouth';
import { lipContours } from './lipContours';
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

/** Lips that are rounder than this hide the tongue. */
const RING = 0.5;

/** Lips that are less open than this show a seam. */
const LEAST_OPEN = 0.01;

/** Shares of the mouth's width: how far the lips part, and move with width and rounding. */
const OPENS_UP = 0.1;
const OPENS_DOWN = 0.48;
const WIDENS = 0.16;
const ROUNDS = 0.42;
/** The least that is left of a mouth's width. */
const NARROWEST = 0.36;
const RING_OPENS_UP = 0.25;
/** Rounded lips are at least so far open, as a share of half their width. */
const RING_OPENS = 0.8;
/** How much thinner pressed lips are, and a lower lip that is rolled in. */
const PRESSES = 0.45;
const ROLLS = 0.5;
/** A lower lip that is rolled in comes up by this share of its opening, and the upper one lifts off the teeth. */
const ROLL_SHUTS = 0.8;
const ROLL_LIFTS = 0.05;
/** Lips that come forward look fuller. */
const FORWARD = 0.06;
/** Lips keep about their area: longer ones are thinner, within these bounds. */
const KEEPS_AREA = 0.75;
const THINNEST = 0.6;
const THICKEST = 1.1;

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
  const isOpen = open > LEAST_OPEN;
  const ring = Math.min(1, round * mouth.rounding);
  const widened = 1 + (width - 0.5) * 2 * WIDENS * mouth.widening;
  const spread = Math.max(NARROWEST, widened - round * ROUNDS * mouth.rounding);
  const left = between(middle, mouth.left, spread);
  const right = between(middle, mouth.right, spread);
  // Teeth on a pressed lower lip: it is rolled in, for f and v.
  const roll = Math.min(1, 2 * press * teeth);
  const half = (spread * span) / 2;
  const least = isOpen ? (ring * RING_OPENS * half) / (OPENS_UP + OPENS_DOWN) : 0;
  const opened = Math.max(open * span, least);
  // A ring opens up nearly as far as down.
  const upwards = OPENS_UP + (RING_OPENS_UP - OPENS_UP) * ring;
  const up = opened * upwards + (isOpen ? roll * ROLL_LIFTS * span : 0);
  const down = opened * (OPENS_UP + OPENS_DOWN - upwards) * (1 - ROLL_SHUTS * roll);
  const full = 1 - PRESSES * press * (1 - roll) + FORWARD * ring;
  const thick = (edge: Point, apart: number, rolled: number) =>
    distance(middle, edge) * full * keptArea(span / 2, half, apart) * (1 - ROLLS * rolled);
  const smile = Math.max(0, (width - 0.5) * 2 * mouth.widening);
  const { opening, upper, lower, seam } = lipContours({
    ...{ left, right, up, down, ring },
    upper: thick(mouth.top, up, 0),
    lower: thick(mouth.bottom, down, roll),
    bow: (1 - ring) * Math.max(0, 1 - 0.75 * smile),
  });
  const innerTop = { x: middle.x, y: middle.y - up };
  const innerBottom = { x: middle.x, y: middle.y + down };
  const contents: VectorShape[] = [filled(opening, mouth.insideColor)];
  if (mouth.tongue > 0 && ring < RING) {
    const rise = down * (0.55 - 0.35 * tongue * mouth.tongue);
    const center = { x: middle.x, y: middle.y + rise + 0.16 * span };
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
  const shut: VectorShape = {
    path: seam,
    fill: null,
    fillRule: 'nonzero',
    stroke: {
      ...{ paint: EDGE, width: 0.02 * span, cap: 'round', join: 'round' },
      ...{ miterLimit: 4, transform: null },
    },
    opacity: 1,
  };
  return {
    kind: 'shapes',
    replaces: mouth.replaces,
    opening: isOpen ? { path: opening, shapes: contents } : null,
    shapes: [
      filled(upper, mouth.lipColor),
      filled(lower, mouth.lipColor),
      ...(isOpen ? [] : [shut]),
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
 * How thick a lip is that keeps its area, as a share: thinner where its edge gets longer.
 *
 * @param before half the mouth's width at ease
 * @param half half of it now
 * @param apart how far the lip's edge is from the line between the corners
 */
function keptArea(before: number, half: number, apart: number): number {
  const length = Math.sqrt(half * half + 1.2 * apart * apart);
  return Math.max(THINNEST, Math.min(THICKEST, (before / length) ** KEEPS_AREA));
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
