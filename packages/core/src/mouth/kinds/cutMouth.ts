import { lazy, number, object, string } from 'yup';
import { pathBounds, type Paint } from '../../formats/svg';
import { groupItem, grouped, moved, shapesItem, type FrameItem } from '../../frame';
import { distance, inverse, multiply, type Matrix, type Point } from '../../geometry';
import type { Pose, Repaint, RepaintedPart } from '../../motion/pose';
import type { MouthNow } from '../mouthNow';

/**
 * One drawing cut along a line between the corners of its mouth: both sides move apart over an inside, by their
 * own amounts, with soft ends at the corners.
 */
export interface CutMouth {
  readonly kind: 'cut';
  readonly part: string;
  /** The corners of the mouth, in units of the artwork. */
  readonly from: Point;
  readonly to: Point;
  /** How far the sides move when wide open, units of the artwork: up for the upper, down for the lower. */
  readonly upper: number;
  readonly lower: number;
  /** How round the opening is: 0 opens evenly up to the corners, 1 most in the middle. */
  readonly softness: number;
  readonly inside: MouthInside;
}

/** What is seen between the sides of a mouth. Colours as #rrggbb. */
export type MouthInside =
  | { readonly kind: 'color'; readonly color: string }
  /** From the upper side to the lower. */
  | { readonly kind: 'gradient'; readonly top: string; readonly bottom: string }
  /** What another part shows, mostly a hidden one: teeth and tongue as somebody drew them. */
  | { readonly kind: 'part'; readonly part: string };

/** The dark of a mouth, before somebody chooses another colour; #rrggbb. */
export const MOUTH_DARK = '#5a1f1c';

const color = () =>
  string()
    .required()
    .matches(/^#[0-9a-f]{6}$/i);

const INSIDES = {
  color: object({ color: color() }),
  gradient: object({ top: color(), bottom: color() }),
  part: object({ part: string().required() }),
} as const;

const insideSchema = lazy((value: unknown) => {
  const kind = (value as { kind?: unknown } | null)?.kind;
  const known = typeof kind === 'string' && Object.hasOwn(INSIDES, kind);
  const shape = known ? INSIDES[kind as MouthInside['kind']] : object();
  return shape.shape({ kind: string().required().oneOf(Object.keys(INSIDES)) }).required();
});

export const cutMouthSchema = object({
  kind: string().required().oneOf(['cut']),
  part: string().required(),
  from: object({ x: number().required(), y: number().required() }),
  to: object({ x: number().required(), y: number().required() }),
  upper: number().required().min(0),
  lower: number().required().min(0),
  softness: number().required().min(0).max(1),
  inside: insideSchema,
});

/** Slices across the mouth, each sheared so that it meets its neighbours. */
const SLICES = 32;
/** Units by which slices overlap, so that no seam is seen between them. */
const OVERLAP = 0.6;
/** A mouth that is less open than this is the drawing itself. */
const SHUT = 0.01;
/** Beyond any drawing. */
const FAR = 1e5;

export function cutMouthPose(mouth: CutMouth, { articulation: { jaw } }: MouthNow): Pose {
  const length = distance(mouth.from, mouth.to);
  if (jaw < SHUT || length === 0) return new Map();
  const repaint: Repaint = (part) => {
    // Along the cut x runs from 0 to `length`; y points to the lower side.
    const alongCut = multiply(part.place, axesOf(mouth, length));
    const opening = (at: number) => jaw * profile(at / length, mouth.softness);
    return [
      ...inside(mouth, length, opening, alongCut, part),
      ...side(part, alongCut, length, -1, (at) => mouth.upper * opening(at)),
      ...side(part, alongCut, length, 1, (at) => mouth.lower * opening(at)),
    ];
  };
  return new Map([[mouth.part, { repaint }]]);
}

/** The map from the cut's own axes to units of the artwork. */
function axesOf({ from, to }: CutMouth, length: number): Matrix {
  const [x, y] = [(to.x - from.x) / length, (to.y - from.y) / length];
  // The lower side is the one below on the page, however the corners were set.
  const down = x >= 0 ? 1 : -1;
  return [x, y, -y * down, x * down, from.x, from.y];
}

/** How far open it is across the mouth, 0 at the corners, 1 in the middle. */
function profile(share: number, softness: number): number {
  if (share <= 0 || share >= 1) return 0;
  const round = Math.sin(Math.PI * share);
  return round ** (0.25 + softness);
}

function inside(
  { upper, lower, inside: seen }: CutMouth,
  length: number,
  opening: (at: number) => number,
  matrix: Matrix,
  { id, paint }: RepaintedPart,
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
 * One side of the cut, moved away from it: as slices beneath each other that are sheared, and whole beyond the
 * corners, where nothing moves.
 */
function side(
  { id, items }: RepaintedPart,
  alongCut: Matrix,
  length: number,
  down: 1 | -1,
  amount: (at: number) => number,
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
    // The slice before it is moved: from the cut to far beyond the drawing.
    const box = {
      x: left - OVERLAP,
      y: Math.min(0, down * FAR),
      width: right - left + 2 * OVERLAP,
      height: FAR,
    };
    const path = `M${box.x} 0h${box.width}v${down * FAR}h${-box.width}Z`;
    const matrix = multiply(alongCut, sheared);
    const change = multiply(matrix, inverse(alongCut));
    return groupItem(
      `${id}/${down === 1 ? 'lower' : 'upper'} ${at}`,
      items.map((item) => moved(item, change)),
      { clip: { path, box, matrix } },
    );
  });
}
