/**
 * A number from 0 to below 1 that is always the same for the same seed and place, and says nothing about those beside
 * it: the finaliser of MurmurHash3 (32 bits) over both.
 */
export function chanceAt(seed: number, place: number): number {
  let bits = Math.imul(seed ^ 0x9e3779b9, 0x85ebca6b) ^ Math.imul(place | 0, 0xc2b2ae35);
  bits = Math.imul(bits ^ (bits >>> 16), 0x85ebca6b);
  bits = Math.imul(bits ^ (bits >>> 13), 0xc2b2ae35);
  return ((bits ^ (bits >>> 16)) >>> 0) / 0x1_0000_0000;
}
