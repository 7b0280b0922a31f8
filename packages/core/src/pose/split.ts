import { groupItem, grouped, shapesItem, type FrameItem, type Paint } from '../frame';
import { distance, multiply, pathBounds, type Matrix } from '../geometry';
import type { ContentPlace, SplitContent } from './pose';
import { bentSide, type SplitSide } from './splitMesh';

/** Pieces of which the edges of the opening are made. */
const SLICES = 32;
/** Units by which what is cut overlaps, so that no seam is seen. */
const OVERLAP = 0.6;
/** How soon from its ends an opening overlaps by all of that: from a quarter of its widest on. */
const TAPER = 4;
/** Beyond any drawing. */
const FAR = 1e5;

/** A part that is split along a line: what is seen inside, and its two sides. */
export function splitItems(content: SplitContent, at: ContentPlace): FrameItem[] {
  const length = distance(content.from, content.to);
  // Along the line x runs from 0 to `length`; y points to the lower side.
  const alongLine = multiply(at.place, axesOf(content, length));
  const opening = (x: number) => profile(x / length, content.softness);
  const middle = (x: number) => curveAt(content.curve, x / length);
  const cut = { length, opening, middle };
  return [
    ...inside(content, cut, alongLine, at),
    side(at, alongLine, cut, 'upper', (x) => -content.upper * opening(x)),
    side(at, alongLine, cut, 'lower', (x) => content.lower * opening(x)),
  ];
}

/** Where and how far something is cut, in units of the artwork along the line. */
interface Cut {
  readonly length: number;
  /** How far it is open, 0 to 1. */
  readonly opening: (x: number) => number;
  /** How far the middle of what is cut lies below the line. */
  readonly middle: (x: number) => number;
}

/** A curve at a share of the line; on the line beyond its ends. */
function curveAt(curve: readonly number[], share: number): number {
  if (curve.length < 2 || share <= 0 || share >= 1) return 0;
  const at = share * (curve.length - 1);
  const before = Math.floor(at);
  const after = Math.min(curve.length - 1, before + 1);
  return curve[before]! + (at - before) * (curve[after]! - curve[before]!);
}

/** The map from the line's own axes to units of the artwork. */
function axesOf({ from, to }: SplitContent, length: number): Matrix {
  const [x, y] = [(to.x - from.x) / length, (to.y - from.y) / length];
  // The lower side is the one below on the page, however the ends were set.
  const down = x >= 0 ? 1 : -1;
  return [x, y, -y * down, x * down, from.x, from.y];
}

/** How far a curve reaches over the line into a side: up for the lower one, down for the upper; units. */
function furthestOf(middle: Cut['middle'], length: number, down: number): number {
  const stops = Array.from({ length: SLICES + 1 }, (_, at) => middle((at * length) / SLICES));
  return Math.max(0, ...stops.map((value) => -down * value));
}

/** How far open it is along the line, 0 at the ends, 1 in the middle. */
function profile(share: number, softness: number): number {
  if (share <= 0 || share >= 1) return 0;
  const round = Math.sin(Math.PI * share);
  return round ** (0.25 + softness);
}

function inside(
  { upper, lower, inside: seen }: SplitContent,
  { length, opening, middle }: Cut,
  matrix: Matrix,
  { id, paint }: ContentPlace,
): readonly FrameItem[] {
  const stops = Array.from({ length: SLICES + 1 }, (_, at) => (at * length) / SLICES);
  // What is behind the sides ends in a point at the corners, where nothing would hide it.
  const edge = (x: number, moved: number, over: number) =>
    `${x} ${middle(x) + moved + over * Math.min(1, TAPER * opening(x))}`;
  const top = stops.map((x) => edge(x, -upper * opening(x), -OVERLAP));
  const bottom = stops.map((x) => edge(x, lower * opening(x), OVERLAP)).reverse();
  const path = `M${[...top, ...bottom].join('L')}Z`;
  if (seen.kind === 'part') {
    return grouped(`${id}/opening`, paint(seen.part), {
      clip: { path, box: pathBounds(path), matrix },
    });
  }
  const fill: Paint =
    seen.kind === 'color'
      ? seen.color
      : gradientDown(
          seen,
          middle(length / 2) - upper * opening(length / 2),
          middle(length / 2) + lower * opening(length / 2),
        );
  const shape = { path, fill, fillRule: 'nonzero', stroke: null, opacity: 1 } as const;
  return [shapesItem(`${id}/opening`, [shape], matrix)];
}

function gradientDown(
  { top, bottom }: { readonly top: string; readonly bottom: string },
  from: number,
  to: number,
): Paint {
  const stops = [
    { offset: 0, color: top },
    { offset: 1, color: bottom },
  ];
  return { kind: 'linear', x1: 0, y1: from, x2: 0, y2: to, stops };
}

/** One side of the part, bent away from the line, and cut along it. */
function side(
  { id, items }: ContentPlace,
  alongLine: Matrix,
  { length, middle }: Cut,
  name: SplitSide['name'],
  shift: (x: number) => number,
): FrameItem {
  const down = name === 'lower' ? 1 : -1;
  // Beyond the ends, where nothing moves, the lower side is painted a little over the upper one.
  const uncut = name === 'lower' ? -OVERLAP : 0;
  const edge = Array.from({ length: SLICES + 1 }, (_, at) => {
    const x = (at * length) / SLICES;
    return `${x} ${middle(x) + shift(x)}`;
  });
  const around = [
    `-${FAR} ${uncut}`,
    `0 ${uncut}`,
    ...edge,
    `${length} ${uncut}`,
    `${FAR} ${uncut}`,
  ];
  const path = `M${[...around, `${FAR} ${down * FAR}`, `-${FAR} ${down * FAR}`].join('L')}Z`;
  const own = { name, alongLine, length, shift, furthest: furthestOf(middle, length, down) };
  return groupItem(
    `${id}/${name}`,
    items.map((item) => bentSide(item, own)),
    { clip: { path, box: pathBounds(path), matrix: alongLine } },
  );
}
