import { groupItem, grouped, shapesItem, type FrameItem, type Paint } from '../frame';
import { distance, multiply, pathBounds, type Matrix } from '../geometry';
import type { ContentPlace, SplitContent } from './pose';
import { bentSide, type SplitSide } from './splitMesh';

/** Pieces of which the edges of the opening are made. */
const SLICES = 32;
/** Units by which what is cut overlaps, so that no seam is seen. */
const OVERLAP = 0.6;
/** Beyond any drawing. */
const FAR = 1e5;

/** A part that is split along a line: what is seen inside, and its two sides. */
export function splitItems(content: SplitContent, at: ContentPlace): FrameItem[] {
  const length = distance(content.from, content.to);
  // Along the line x runs from 0 to `length`; y points to the lower side.
  const alongLine = multiply(at.place, axesOf(content, length));
  const opening = (x: number) => profile(x / length, content.softness);
  return [
    ...inside(content, length, opening, alongLine, at),
    side(at, alongLine, length, 'upper', (x) => -content.upper * opening(x)),
    side(at, alongLine, length, 'lower', (x) => content.lower * opening(x)),
  ];
}

/** The map from the line's own axes to units of the artwork. */
function axesOf({ from, to }: SplitContent, length: number): Matrix {
  const [x, y] = [(to.x - from.x) / length, (to.y - from.y) / length];
  // The lower side is the one below on the page, however the ends were set.
  const down = x >= 0 ? 1 : -1;
  return [x, y, -y * down, x * down, from.x, from.y];
}

/** How far open it is along the line, 0 at the ends, 1 in the middle. */
function profile(share: number, softness: number): number {
  if (share <= 0 || share >= 1) return 0;
  const round = Math.sin(Math.PI * share);
  return round ** (0.25 + softness);
}

function inside(
  { upper, lower, inside: seen }: SplitContent,
  length: number,
  opening: (x: number) => number,
  matrix: Matrix,
  { id, paint }: ContentPlace,
): readonly FrameItem[] {
  const stops = Array.from({ length: SLICES + 1 }, (_, at) => (at * length) / SLICES);
  const top = stops.map((x) => `${x} ${-upper * opening(x) - OVERLAP}`);
  const bottom = stops.map((x) => `${x} ${lower * opening(x) + OVERLAP}`).reverse();
  const path = `M${[...top, ...bottom].join('L')}Z`;
  if (seen.kind === 'part') {
    return grouped(`${id}/opening`, paint(seen.part), {
      clip: { path, box: pathBounds(path), matrix },
    });
  }
  const fill: Paint =
    seen.kind === 'color'
      ? seen.color
      : gradientDown(seen, -upper * opening(length / 2), lower * opening(length / 2));
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
  length: number,
  name: SplitSide['name'],
  shift: (x: number) => number,
): FrameItem {
  const down = name === 'lower' ? 1 : -1;
  // Beyond the ends, where nothing moves, the lower side is painted a little over the upper one.
  const uncut = name === 'lower' ? -OVERLAP : 0;
  const edge = Array.from({ length: SLICES + 1 }, (_, at) => {
    const x = (at * length) / SLICES;
    return `${x} ${shift(x)}`;
  });
  const around = [
    `-${FAR} ${uncut}`,
    `0 ${uncut}`,
    ...edge,
    `${length} ${uncut}`,
    `${FAR} ${uncut}`,
  ];
  const path = `M${[...around, `${FAR} ${down * FAR}`, `-${FAR} ${down * FAR}`].join('L')}Z`;
  const own = { name, alongLine, length, shift };
  return groupItem(
    `${id}/${name}`,
    items.map((item) => bentSide(item, own)),
    { clip: { path, box: pathBounds(path), matrix: alongLine } },
  );
}
