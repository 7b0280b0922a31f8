import { withRoom } from '../numbers';
/** Zero crossings of the filter on each side, at the lower of the two rates. */
const CROSSINGS = 12;
/** Share of the narrower band that passes unweakened. */
const PASSBAND = 0.92;
/** Kaiser window's shape: about 70 dB of rejection (Oppenheim and Schafer, Discrete-Time Signal Processing, 7.6). */
const KAISER_BETA = 7;

/**
 * Changes the sample rate of mono samples as they stream in, with a windowed-sinc polyphase filter
 * (Crochiere and Rabiner, Multirate Digital Signal Processing, 1983). Output sample i stands at the
 * time i / outRate of the input: nothing is delayed.
 */
export class Resampler {
  private readonly up: number;
  private readonly down: number;
  /** One filter for each phase between two input samples, [up][taps]. */
  private readonly filters: Float32Array[];
  private readonly reach: number;
  private held: Float32Array;
  /** Position in the input of held[0]. */
  private heldStart: number;
  private heldLength: number;
  private produced = 0;

  /** @param inRate, outRate samples a second, whole numbers */
  constructor(inRate: number, outRate: number) {
    const divisor = greatestCommonDivisor(inRate, outRate);
    this.up = outRate / divisor;
    this.down = inRate / divisor;
    const cutoff = (Math.min(1, outRate / inRate) * PASSBAND) / 2;
    // Even, so that the taps can be summed four at a time.
    this.reach = 2 * Math.ceil(CROSSINGS / (4 * cutoff));
    this.filters = Array.from({ length: this.up }, (_, phase) =>
      filterOf(phase / this.up, this.reach, cutoff),
    );
    this.held = new Float32Array(8192);
    this.heldStart = -this.reach;
    this.heldLength = this.reach;
  }

  /** Takes the next input samples and gives the output samples that they complete. */
  push(input: Float32Array): Float32Array {
    if (this.up === 1 && this.down === 1) return input.slice();
    this.hold(input);
    const end = this.heldStart + this.heldLength - this.reach;
    return this.produce(Math.max(0, Math.ceil((end * this.up) / this.down) - this.produced));
  }

  /** The last output samples, as if silence followed the input. */
  finish(): Float32Array {
    return this.up === 1 && this.down === 1
      ? new Float32Array(0)
      : this.push(new Float32Array(this.reach));
  }

  private produce(count: number): Float32Array {
    const { up, down, reach, held, heldStart, filters } = this;
    const output = new Float32Array(count);
    const taps = 2 * reach;
    for (let at = 0; at < count; at++) {
      const position = (this.produced + at) * down;
      const whole = Math.floor(position / up);
      const filter = filters[position - whole * up]!;
      const first = whole - reach + 1 - heldStart;
      // Four sums that don't wait for each other.
      let [a, b, c, d] = [0, 0, 0, 0];
      for (let tap = 0, from = first; tap < taps; tap += 4, from += 4) {
        a += held[from]! * filter[tap]!;
        b += held[from + 1]! * filter[tap + 1]!;
        c += held[from + 2]! * filter[tap + 2]!;
        d += held[from + 3]! * filter[tap + 3]!;
      }
      output[at] = a + b + (c + d);
    }
    this.produced += count;
    const next = Math.floor((this.produced * down) / up) - reach + 1;
    const drop = Math.max(0, Math.min(this.heldLength, next - heldStart));
    held.copyWithin(0, drop, this.heldLength);
    this.heldStart += drop;
    this.heldLength -= drop;
    return output;
  }

  private hold(input: Float32Array): void {
    const length = this.heldLength + input.length;
    this.held = withRoom(this.held, this.heldLength, length);
    this.held.set(input, this.heldLength);
    this.heldLength = length;
  }
}

/** The taps that weigh the inputs at -reach+1 … reach around a point `fraction` of a sample after input 0. */
function filterOf(fraction: number, reach: number, cutoff: number): Float32Array {
  const taps = Float64Array.from({ length: 2 * reach }, (_, tap) => {
    const distance = tap - reach + 1 - fraction;
    return sinc(2 * cutoff * distance) * kaiser(distance / reach);
  });
  const sum = taps.reduce((total, tap) => total + tap, 0);
  return Float32Array.from(taps, (tap) => tap / sum);
}

const sinc = (x: number) => (x === 0 ? 1 : Math.sin(Math.PI * x) / (Math.PI * x));

const kaiser = (x: number) =>
  Math.abs(x) >= 1 ? 0 : besselZero(KAISER_BETA * Math.sqrt(1 - x * x)) / besselZero(KAISER_BETA);

/** The modified Bessel function of the first kind, order 0, by its power series. */
function besselZero(x: number): number {
  let term = 1;
  let sum = 1;
  for (let k = 1; term > sum * 1e-12; k++) {
    term *= (x / (2 * k)) ** 2;
    sum += term;
  }
  return sum;
}

function greatestCommonDivisor(a: number, b: number): number {
  return b === 0 ? a : greatestCommonDivisor(b, a % b);
}
