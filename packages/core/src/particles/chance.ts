const { imul } = Math;

/** A number of 32 bits that stands for others: the finish of MurmurHash3 (Appleby 2011) over each of them. */
export function hashOf(seed: number, first: number, second = 0): number {
  let value = imul(seed ^ imul(first, 0xcc9e2d51), 0x1b873593);
  value = imul(value ^ (value >>> 16) ^ imul(second, 0x85ebca6b), 0xc2b2ae35);
  value = imul(value ^ (value >>> 13), 0x85ebca6b);
  value = imul(value ^ (value >>> 16), 0xc2b2ae35);
  return (value ^ (value >>> 15)) >>> 0;
}

/** A number from 0 up to 1 that belongs to a key and a purpose. */
export function chance(key: number, purpose: number): number {
  return hashOf(key, purpose) / 2 ** 32;
}

/** Up to 1 to either side. */
export function eitherSide(key: number, purpose: number): number {
  return 2 * chance(key, purpose) - 1;
}

/**
 * The direction of an angle as a point at a distance of 1, by Taylor’s series after reduction to an eighth of a turn:
 * cosines and sines of the language differ in their last bits from one machine to another.
 *
 * @param angle radians
 */
export function directionOf(angle: number): { readonly x: number; readonly y: number } {
  const quarters = Math.round(angle / (Math.PI / 2));
  const rest = angle - quarters * (Math.PI / 2);
  const s = rest * rest;
  const cosine = 1 - (s / 2) * (1 - (s / 12) * (1 - (s / 30) * (1 - (s / 56) * (1 - s / 90))));
  const sine = rest * (1 - (s / 6) * (1 - (s / 20) * (1 - (s / 42) * (1 - s / 72))));
  switch (quarters & 3) {
    case 0:
      return { x: cosine, y: sine };
    case 1:
      return { x: -sine, y: cosine };
    case 2:
      return { x: -cosine, y: -sine };
    default:
      return { x: sine, y: -cosine };
  }
}

/**
 * The air in whirls over a plane, at most about 4: it goes along the lines on which smooth noise is equal, so that what it
 * carries is never driven together (curl noise; R. Bridson, J. Hourihan and M. Nordenstam 2007). The noise has a value by
 * lot at whole numbers, mixed by Perlin’s fifth-order curve (K. Perlin 2002).
 */
export function whirlAt(
  seed: number,
  x: number,
  y: number,
): { readonly x: number; readonly y: number } {
  const [left, top] = [Math.floor(x), Math.floor(y)];
  const [across, down] = [x - left, y - top];
  const a = valueAt(seed, left, top);
  const b = valueAt(seed, left + 1, top);
  const c = valueAt(seed, left, top + 1);
  const d = valueAt(seed, left + 1, top + 1);
  const [mixAcross, mixDown] = [smooth(across), smooth(down)];
  const [upper, lower] = [a + mixAcross * (b - a), c + mixAcross * (d - c)];
  return {
    x: slope(down) * (lower - upper),
    y: -slope(across) * (b - a + mixDown * (d - c - b + a)),
  };
}

/** -1 to 1. */
function valueAt(seed: number, column: number, row: number): number {
  return hashOf(seed, column, row) / 2 ** 31 - 1;
}

function smooth(share: number): number {
  return share * share * share * (share * (6 * share - 15) + 10);
}

function slope(share: number): number {
  const rest = 1 - share;
  return 30 * share * share * rest * rest;
}
