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

/**
 * What happened to a page between two versions of artwork: saved larger or smaller as a whole, or extended at
 * its edges. Told by the drawings that are in both; a page of the same size is the same page.
 */
export function pageChange(
  before: Size,
  after: Size,
  pairs: readonly (readonly [before: Drawing, after: Drawing])[],
): PageChange {
  const ratio = after.width / before.width;
  const even = Math.abs(after.height / before.height / ratio - 1) < ALIKE;
  if (even && Math.abs(ratio - 1) < 1e-9) return SAME_PAGE;
  const grown = median(pairs.map(([one, other]) => other.width / one.width));
  if (even && (pairs.length === 0 || Math.abs(grown / ratio - 1) < 5 * ALIKE)) {
    return { scale: ratio, x: 0, y: 0 };
  }
  const alike = pairs.filter(([one, other]) => Math.abs(other.width / one.width - 1) < ALIKE);
  if (alike.length === 0) return SAME_PAGE;
  return {
    scale: 1,
    x: median(alike.map(([one, other]) => other.x - one.x)),
    y: median(alike.map(([one, other]) => other.y - one.y)),
  };
}

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

function median(values: readonly number[]): number {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[sorted.length >> 1] ?? 0;
}
