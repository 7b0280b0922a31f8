const { imul } = Math;

/** Gusts a second, and how much the smaller and quicker ones count. */
const GUSTS = 0.45;
const FLUTTER = 2.6;
const FLUTTER_SHARE = 0.3;

/** A breeze over time, between about -1 and 1: the same for the same seed and second. Smooth value noise. */
export function windAt(seed: number, seconds: number): number {
  const gusts = noise(seed, seconds * GUSTS);
  return (1 - FLUTTER_SHARE) * gusts + FLUTTER_SHARE * noise(seed ^ 0x5bd1e995, seconds * FLUTTER);
}

function noise(seed: number, at: number): number {
  const whole = Math.floor(at);
  const share = at - whole;
  const smooth = share * share * (3 - 2 * share);
  const [from, to] = [chance(seed, whole), chance(seed, whole + 1)];
  return from + (to - from) * smooth;
}

/** A number between -1 and 1 for a place: the finish of MurmurHash3 (Appleby 2011). */
function chance(seed: number, place: number): number {
  let value = imul(seed ^ imul(place, 0x9e3779b1), 0x85ebca6b);
  value = imul(value ^ (value >>> 13), 0xc2b2ae35);
  return ((value ^ (value >>> 16)) >>> 0) / 0x7fffffff - 1;
}
