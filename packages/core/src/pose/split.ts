import { groupItem, grouped, moved, shapesItem, type FrameItem, type Paint } from '../frame';
import { distance, inverse, multiply, pathBounds, type Matrix } from '../geometry';
import type { ContentPlace, SplitContent } from './pose';

/** Slices across the opening, each sheared so that it meets its neighbours. */
const SLICES = 32;
/** Units by which slices overlap, so that no seam is seen between them. */
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
    ...side(at, alongLine, length, -1, (x) => content.upper * opening(x)),
    ...side(at, alongLine, length, 1, (x) => content.lower * opening(x)),
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

/**
 * One side of the part, moved away from the line: as slices beneath each other that are sheared, and whole beyond
 * the ends, where nothing moves.
 */
function side(
  { id, items }: ContentPlace,
  alongLine: Matrix,
  length: number,
  down: 1 | -1,
  amount: (x: number) => number,
): FrameItem[] {
  const edges = [
    -FAR,
    ...Array.from({ length: SLICES + 1 }, (_, at) => (at * length) / SLICES),
    FAR,
  ];
  return edges.slice(1).map((right, at) => {
    const left = edges[at]!;
    const [from, to] = [down * amount(left), down * amount(right)];
    const shear = right - left > length ? 0 : (to - from) / (right - left);
    const sheared: Matrix = [1, shear, 0, 1, 0, from - shear * left];
    // The slice before it is moved: from the line to far beyond the drawing.
    const box = {
      x: left - OVERLAP,
      y: Math.min(0, down * FAR),
      width: right - left + 2 * OVERLAP,
      height: FAR,
    };
    const path = `M${box.x} 0h${box.width}v${down * FAR}h${-box.width}Z`;
    const matrix = multiply(alongLine, sheared);
    const change = multiply(matrix, inverse(alongLine));
    return groupItem(
      `${id}/${down === 1 ? 'lower' : 'upper'} ${at}`,
      items.map((item) => moved(item, change)),
      { clip: { path, box, matrix } },
    );
  });
}
