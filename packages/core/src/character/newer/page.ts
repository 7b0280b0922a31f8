import type { Drawing } from '../drawing';

/** How a page lies over an earlier one: units of the new for one of the old, and where the old corner is in them. */
export interface PageChange {
  readonly scale: number;
  readonly x: number;
  readonly y: number;
}

export const SAME_PAGE: PageChange = { scale: 1, x: 0, y: 0 };

/** Sizes and places that differ by less, as a share, are the same. */
const ALIKE = 0.02;

interface Size {
  readonly width: number;
  readonly height: number;
}

/** A drawing that is in both versions, as it was and as it is. */
export type DrawnTwice = readonly [before: Drawing, after: Drawing];

/** Share of the new page's longer side by which a corner may be off where drawings agree. */
const AGREEING = 0.01;
/** So many drawings, and this share of all of them, agree on what happened to a page. */
const LEAST_AGREEING = { count: 2, share: 0.3 } as const;

/**
 * What happened to a page between two versions of artwork: saved larger or smaller as a whole, extended at its edges, or
 * both. Told by the drawings that are in both, most of which agree however many were moved or redrawn; a page of the
 * same size is the same page.
 */
export function pageChange(before: Size, after: Size, pairs: readonly DrawnTwice[]): PageChange {
  const ratio = after.width / before.width;
  const even = Math.abs(after.height / before.height / ratio - 1) < ALIKE;
  if (even && Math.abs(ratio - 1) < 1e-9) return SAME_PAGE;
  const agreed = agreedChange(pairs, AGREEING * Math.max(after.width, after.height));
  if (agreed) return agreed;
  return even ? { scale: ratio, x: 0, y: 0 } : SAME_PAGE;
}

/** The change that most drawings speak for (random sample consensus, Fischler and Bolles, 1981, over all of them). */
function agreedChange(pairs: readonly DrawnTwice[], off: number): PageChange | null {
  let most: readonly PageChange[] = [];
  const single = pairs.map(changeOf);
  for (const change of single) {
    if (!change) continue;
    const agreeing = pairs.flatMap((pair, at) =>
      single[at] && isExplained(pair, change, off) ? [single[at]] : [],
    );
    if (agreeing.length > most.length) most = agreeing;
  }
  const enough = Math.max(LEAST_AGREEING.count, LEAST_AGREEING.share * pairs.length);
  if (most.length < Math.min(enough, pairs.length) || most.length === 0) return null;
  const scale = tidy(median(most.map((change) => change.scale)));
  return {
    scale,
    x: median(most.map(({ x }) => x)),
    y: median(most.map(({ y }) => y)),
  };
}

/** What one drawing says; null where it was stretched more one way than the other. */
function changeOf([one, other]: DrawnTwice): PageChange | null {
  const [wide, high] = [other.width / one.width, other.height / one.height];
  if (!(Math.abs(wide / high - 1) < ALIKE)) return null;
  const scale = Math.sqrt(wide * high);
  return { scale, x: other.x - scale * one.x, y: other.y - scale * one.y };
}

/** Whether a drawing lies where a change of the page puts it. */
function isExplained([one, other]: DrawnTwice, { scale, x, y }: PageChange, off: number): boolean {
  const corners = [
    scale * one.x + x - other.x,
    scale * one.y + y - other.y,
    scale * (one.x + one.width) + x - other.x - other.width,
    scale * (one.y + one.height) + y - other.y - other.height,
  ];
  return corners.every((corner) => Math.abs(corner) <= off);
}

/** A scale that is one but for the rounding of pixels is one. */
const tidy = (scale: number) => (Math.abs(scale - 1) < 1e-3 ? 1 : scale);

/** A drawing of the new page at its place on the old one. */
export function onEarlierPage(drawing: Drawing, { scale, x, y }: PageChange): Drawing {
  return {
    ...drawing,
    x: (drawing.x - x) / scale,
    y: (drawing.y - y) / scale,
    width: drawing.width / scale,
    height: drawing.height / scale,
  };
}

/** The middle one of some values; 0 of none. */
export function median(values: readonly number[]): number {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[sorted.length >> 1] ?? 0;
}
