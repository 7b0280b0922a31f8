import { instantiateKernel, type Kernel } from '../kernel';
import { concatenated } from '../numbers';

/** Zero crossings of the filter on each side, at the lower of the two rates. */
const CROSSINGS = 12;
/** Share of the narrower band that passes unweakened. */
const PASSBAND = 0.92;
/** Input samples that are taken at once. */
const AT_ONCE = 4096;
const BYTES = 4;
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
  /** Samples of the input that a filter reaches back and ahead. */
  private readonly reach: number;
  private readonly kernel: Kernel;
  private readonly heldAt: number;
  private readonly outputAt: number;
  /** Position in the input of the first sample held, and how many are held. */
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
    this.heldStart = -this.reach;
    this.heldLength = this.reach;
    this.heldAt = this.up * 2 * this.reach * BYTES;
    const heldSamples = Math.ceil((2 * this.reach + AT_ONCE + this.down / this.up) / 4) * 4;
    this.outputAt = this.heldAt + heldSamples * BYTES;
    const outputs = Math.ceil((heldSamples * this.up) / this.down) + 1;
    this.kernel = instantiateKernel(this.outputAt + outputs * BYTES);
    for (let phase = 0; phase < this.up; phase++) {
      const filter = filterOf(phase / this.up, this.reach, cutoff);
      this.floats(phase * filter.byteLength, filter.length).set(filter);
    }
  }

  /** Takes the next input samples and gives the output samples that they complete. */
  push(input: Float32Array): Float32Array {
    if (this.up === 1 && this.down === 1) return input.slice();
    const pieces: Float32Array[] = [];
    for (let at = 0; at < input.length; at += AT_ONCE) {
      const piece = input.subarray(at, at + AT_ONCE);
      this.floats(this.heldAt + this.heldLength * BYTES, piece.length).set(piece);
      this.heldLength += piece.length;
      const end = this.heldStart + this.heldLength - this.reach;
      pieces.push(
        this.produce(Math.max(0, Math.ceil((end * this.up) / this.down) - this.produced)),
      );
    }
    return concatenated(pieces);
  }

  /** The last output samples, as if silence followed the input. */
  finish(): Float32Array {
    return this.up === 1 && this.down === 1
      ? new Float32Array(0)
      : this.push(new Float32Array(this.reach));
  }

  private produce(count: number): Float32Array {
    const { up, down, reach } = this;
    const position = this.produced * down;
    this.kernel.resample(
      this.heldAt + (this.firstTapOf(this.produced) - this.heldStart) * BYTES,
      ...[0, 2 * reach, up, down, position % up, this.outputAt, count],
    );
    this.produced += count;
    const drop = Math.min(this.heldLength, this.firstTapOf(this.produced) - this.heldStart);
    this.floats(this.heldAt, this.heldLength).copyWithin(0, drop);
    this.heldStart += drop;
    this.heldLength -= drop;
    return this.floats(this.outputAt, count).slice();
  }

  /** Position in the input of the first sample that an output needs. */
  private firstTapOf(output: number): number {
    return Math.floor((output * this.down) / this.up) - this.reach + 1;
  }

  private floats(at: number, length: number): Float32Array {
    return new Float32Array(this.kernel.memory.buffer, at, length);
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
