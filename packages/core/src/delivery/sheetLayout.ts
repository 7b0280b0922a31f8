import type { Point } from '../geometry';

/** Pictures of the same size side by side on pages. */
export interface SheetLayout {
  readonly pages: readonly { readonly width: number; readonly height: number }[];
  /** Where each picture's upper left corner lies. */
  readonly places: readonly (Point & { readonly page: number })[];
}

/** The largest side of a page that graphics chips take everywhere, pixels. */
export const LARGEST_PAGE = 4096;

/**
 * Lays pictures out on pages that are as small as they can be and about square.
 *
 * @param cell the size of each picture, pixels; no larger than a page
 */
export function sheetLayout(
  count: number,
  cell: { readonly width: number; readonly height: number },
  largest: number = LARGEST_PAGE,
): SheetLayout {
  const most = {
    across: Math.max(1, Math.floor(largest / cell.width)),
    down: Math.max(1, Math.floor(largest / cell.height)),
  };
  const onPage = most.across * most.down;
  const pages = Array.from({ length: Math.ceil(count / onPage) }, (_, page) => {
    const here = Math.min(onPage, count - page * onPage);
    const square = Math.ceil(Math.sqrt((here * cell.height) / cell.width));
    const across = Math.max(Math.ceil(here / most.down), Math.min(here, most.across, square));
    return { across, width: across * cell.width, height: Math.ceil(here / across) * cell.height };
  });
  const places = Array.from({ length: count }, (_, at) => {
    const page = Math.floor(at / onPage);
    const { across } = pages[page]!;
    const here = at % onPage;
    return {
      page,
      x: (here % across) * cell.width,
      y: Math.floor(here / across) * cell.height,
    };
  });
  return { pages: pages.map(({ width, height }) => ({ width, height })), places };
}
