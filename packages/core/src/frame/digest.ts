const { imul } = Math;
const double = new Float64Array(1);
const words = new Uint32Array(double.buffer);

const rotated = (value: number, by: number) => (value << by) | (value >>> (32 - by));

/**
 * Mixes numbers and texts into one whole number below 2^53 that stands for all of them in their order: equal for
 * the same, and different for others but for one chance in 2^53. Two lanes of multiplying and rotating 32 bits,
 * with the finish of MurmurHash3 (Appleby 2011).
 */
export class Digest {
  private low = 0x9747b28c;
  private high = 0x3c6ef372;

  number(value: number): this {
    double[0] = value;
    this.mix(words[0]!);
    this.mix(words[1]!);
    return this;
  }

  numbers(values: readonly number[]): this {
    for (const value of values) this.number(value);
    return this;
  }

  text(value: string): this {
    for (let at = 0; at < value.length; at++) this.mix(value.charCodeAt(at));
    // Where a text ends is part of it.
    this.mix(value.length);
    return this;
  }

  get value(): number {
    return (finished(this.high) & 0x1fffff) * 2 ** 32 + finished(this.low ^ this.high);
  }

  private mix(word: number): void {
    this.low = imul(rotated(imul(this.low ^ word, 0xcc9e2d51), 15), 5) + 0xe6546b64;
    this.high = imul(rotated(imul(this.high ^ word, 0x1b873593), 13), 5) + 0x561ccd1b;
  }
}

function finished(lane: number): number {
  let value = lane;
  value = imul(value ^ (value >>> 16), 0x85ebca6b);
  value = imul(value ^ (value >>> 13), 0xc2b2ae35);
  return (value ^ (value >>> 16)) >>> 0;
}
