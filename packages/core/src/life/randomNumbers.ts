import { unsafeUniformIntDistribution, xoroshiro128plus } from 'pure-rand';

/** Numbers from 0 to below 1, one after the other; always the same for a seed. */
export function randomNumbers(seed: number): () => number {
  const random = xoroshiro128plus(seed);
  return () => unsafeUniformIntDistribution(0, 0xffffff, random) / 0x1000000;
}
