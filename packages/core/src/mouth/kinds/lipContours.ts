import { between, type Point } from '../../geometry';

/** How lips are shaped at one time; lengths in units of the artwork. */
export interface LipForm {
  readonly left: Point;
  readonly right: Point;
  /** How far the inner edges are from the line between the corners: up for the upper lip, down for the lower one. */
  readonly up: number;
  readonly down: number;
  /** How thick the lips are in their middle. */
  readonly upper: number;
  readonly lower: number;
  /** 0: lips that meet in corners, 1: a ring, as thick at its sides. */
  readonly ring: number;
  /** 0 to 1: how much of a bow the upper lip has. */
  readonly bow: number;
}

/** The edges of lips as SVG path data, from the left corner to the right one and back. */
export interface LipContours {
  readonly opening: string;
  readonly upper: string;
  readonly lower: string;
  /** Where they meet while they are shut. */
  readonly seam: string;
}

/** Points along an edge. */
const POINTS = 20;
/** The corners of an opening are pointed by this power of a sine, and rounder the more it is a ring. */
const POINTED = 1.15;
const ROUND = 0.75;
/** The thickness at the corners, as a share of that in the middle, without and with a ring. */
const AT_CORNERS = 0.06;
const IN_A_RING = 0.55;
/** How quickly lips get thick from their corners on. */
const FULLNESS = 0.8;
/** The dip of a bow and its two peaks: shares of the thickness, and angles from the middle. */
const DIP = 0.24;
const DIP_WIDTH = 0.2;
const PEAK = 0.12;
const PEAK_AT = 0.42;
const PEAK_WIDTH = 0.24;

export function lipContours(form: LipForm): LipContours {
  const innerUpper = edge(form, -1, false);
  const innerLower = edge(form, 1, false);
  return {
    opening: `${smooth(innerUpper)}${smooth([...innerLower].reverse(), true)}Z`,
    upper: `${smooth(edge(form, -1, true))}${smooth([...innerUpper].reverse(), true)}Z`,
    lower: `${smooth(edge(form, 1, true))}${smooth([...innerLower].reverse(), true)}Z`,
    seam: smooth(innerUpper),
  };
}

/** The inner or the outer edge of a lip, from left to right. */
function edge(form: LipForm, side: -1 | 1, outer: boolean): Point[] {
  const { left, right, up, down, ring } = form;
  const height = side < 0 ? up : down;
  const half = Math.hypot(right.x - left.x, right.y - left.y) / 2;
  const power = POINTED + (ROUND - POINTED) * ring;
  return Array.from({ length: POINTS + 1 }, (_, at) => {
    const angle = (Math.PI * at) / POINTS;
    const [cosine, sine] = [Math.cos(angle), Math.max(0, Math.sin(angle))];
    const base = between(left, right, (1 - cosine) / 2);
    const inner = { x: base.x, y: base.y + side * height * sine ** power };
    if (!outer) return inner;
    // Outwards from an ellipse; from a mouth that is shut, straight up and down.
    const [across, along] = [-height * cosine, half * sine];
    const length = Math.hypot(across, along);
    const thick = thickness(form, side, angle, sine);
    if (length < 1e-9) return inner;
    return {
      x: inner.x + (thick * across) / length,
      y: inner.y + (side * thick * along) / length,
    };
  });
}

function thickness(
  { upper, lower, ring, bow }: LipForm,
  side: -1 | 1,
  angle: number,
  sine: number,
) {
  // Both lips are as thick where they meet.
  const corner = ((upper + lower) / 2) * (AT_CORNERS + (IN_A_RING - AT_CORNERS) * ring);
  const middle = side < 0 ? upper : lower;
  const even = corner + (middle - corner) * sine ** FULLNESS;
  if (side > 0) return even;
  const off = Math.abs(angle - Math.PI / 2);
  const dip = DIP * bump(off / DIP_WIDTH);
  const peak = PEAK * bump((off - PEAK_AT) / PEAK_WIDTH);
  return even + bow * middle * (peak - dip);
}

const bump = (off: number) => Math.exp(-off * off);

/** A smooth line through points (Catmull and Rom 1974). @param going leaves out where it begins, with a line there */
function smooth(points: readonly Point[], going = false): string {
  const [first] = points;
  let path = `${going ? 'L' : 'M'}${first!.x} ${first!.y}`;
  for (let at = 0; at + 1 < points.length; at++) {
    const [before, from] = [points[Math.max(0, at - 1)]!, points[at]!];
    const [to, after] = [points[at + 1]!, points[Math.min(points.length - 1, at + 2)]!];
    const [x1, y1] = [from.x + (to.x - before.x) / 6, from.y + (to.y - before.y) / 6];
    const [x2, y2] = [to.x - (after.x - from.x) / 6, to.y - (after.y - from.y) / 6];
    path += `C${x1} ${y1} ${x2} ${y2} ${to.x} ${to.y}`;
  }
  return path;
}
