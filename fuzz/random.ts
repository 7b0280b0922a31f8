import { unsafeUniformIntDistribution, xoroshiro128plus, type RandomGenerator } from 'pure-rand';

/** Chance that is the same for the same seed. */
export class Chance {
  private readonly generator: RandomGenerator;

  constructor(seed: number) {
    this.generator = xoroshiro128plus(seed);
  }

  /** A whole number from 0 up to, not including, `end`. */
  below(end: number): number {
    return unsafeUniformIntDistribution(0, Math.max(0, end - 1), this.generator);
  }

  one<Item>(items: readonly Item[]): Item {
    return items[this.below(items.length)]!;
  }

  bytes(length: number): Buffer {
    return Buffer.from(Array.from({ length }, () => this.below(256)));
  }
}
