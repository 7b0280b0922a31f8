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
 * Smooth noise over a plane, -1 to 1: values at whole numbers, mixed by Perlin’s fifth-order curve (K. Perlin 2002).
 */
export function noiseAt(seed: number, x: number, y: number): number {
  const [left, top] = [Math.floor(x), Math.floor(y)];
  const [across, down] = [smooth(x - left), smooth(y - top)];
  const at = (column: number, row: number) => hashOf(seed, left + column, top + row) / 2 ** 31 - 1;
  const upper = at(0, 0) + across * (at(1, 0) - at(0, 0));
  const lower = at(0, 1) + across * (at(1, 1) - at(0, 1));
  return upper + down * (lower - upper);
}

/** How far apart the noise is looked at whose slope makes a whirl. */
const APART = 1 / 16;

/**
 * The air in whirls, about 1 at their edges: it goes along the lines of equal noise, so that what is carried by it is never
 * driven together (curl noise; R. Bridson, J. Hourihan and M. Nordenstam 2007).
 */
export function whirlAt(
  seed: number,
  x: number,
  y: number,
): { readonly x: number; readonly y: number } {
  const here = noiseAt(seed, x, y);
  return {
    x: (noiseAt(seed, x, y + APART) - here) / APART,
    y: (here - noiseAt(seed, x + APART, y)) / APART,
  };
}

function smooth(share: number): number {
  return share * share * share * (share * (6 * share - 15) + 10);
}
