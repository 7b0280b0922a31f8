import { type Box, intersectionOf, unionOf } from '@cruvo/core/geometry';

/** More boxes than this are joined, whatever that adds. */
const MOST_BOXES = 16;
/** So many boxes are one region, since whatever lies in several regions is painted several times. */
const MANY = 64;
/** Boxes are joined where the box around both is no larger than this much of what they cover. */
const WORTH_JOINING = 1.3;

const areaOf = ({ width, height }: Box) => width * height;

/** A few boxes that cover all of the given ones, joined where that is cheaper than keeping them apart. */
export function joined(boxes: readonly Box[]): Box[] {
  if (boxes.length > MANY) return joined([unionOf(boxes)!]);
  let regions: Box[] = [];
  for (const box of boxes) {
    if (areaOf(box) > 0) regions = withBox(regions, box);
  }
  return regions;
}

function withBox(regions: readonly Box[], box: Box): Box[] {
  let best = -1;
  let least = Infinity;
  regions.forEach((region, at) => {
    const ratio = areaOf(unionOf([region, box])!) / (areaOf(region) + areaOf(box));
    if (ratio < least) [best, least] = [at, ratio];
  });
  if (best < 0 || (least > WORTH_JOINING && regions.length < MOST_BOXES)) return [...regions, box];
  // What was joined may now be worth joining with another.
  const others = regions.filter((_, at) => at !== best);
  return withBox(others, unionOf([regions[best]!, box])!);
}

export function overlap(one: Box, other: Box): boolean {
  const { width, height } = intersectionOf(one, other);
  return width > 0 && height > 0;
}
