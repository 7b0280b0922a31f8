import { instantiateKernel, type Kernel } from '../../kernel';
import { concatenated } from '../../numbers';
import { PHONE_COUNT } from './phones';
import {
  FRAME_INPUTS,
  FRAMES_PER_STEP,
  type LayerWeights,
  type NetworkWeights,
} from './soundModel';

/** The kernel computes this many hops and outputs at once. */
const ROWS_AT_ONCE = 4;
const OUTPUTS_AT_ONCE = 8;
const BYTES = 4;
/** Inputs of a layer are 16-bit integers, of which this many stand for 1: they reach to 128 in units of 1/256. */
const ONE = 256;
const INPUT_BYTES = 2;
const LARGEST_INPUT = 32_767;
const RECTIFIED = 1;
const RECTIFIED_AND_ADDED = 2;
const LINEAR = 0;

/**
 * A temporal convolution network that answers as its input streams in. However the input is cut, the
 * answers are the same: every layer remembers as many hops as its taps reach back.
 */
export class Network {
  private readonly kernel: Kernel;
  private readonly layers: StreamingLayer[];
  private readonly capacity: number;
  private readonly output: number;
  /** Half a step of input that waits for its other half. */
  private waiting: Float32Array | null = null;

  /** @param longestPush frames that come at most in one push */
  constructor(weights: NetworkWeights, longestPush: number) {
    const ahead = weights.reduce((sum, { taps }) => sum + taps.at(-1)!, 0);
    this.capacity = Math.ceil(longestPush / FRAMES_PER_STEP) + 1 + ahead;
    const sizes = weights.map((layer) => layerBytes(layer, this.capacity));
    const outputBytes = (this.capacity + ROWS_AT_ONCE) * padded(weights.at(-1)!.outputs) * BYTES;
    this.kernel = instantiateKernel(sizes.reduce((sum, size) => sum + size, outputBytes));
    let at = 0;
    this.layers = weights.map((layer, index) => {
      const kind =
        index === weights.length - 1 ? LINEAR : index === 0 ? RECTIFIED : RECTIFIED_AND_ADDED;
      const made = new StreamingLayer(this.kernel, layer, kind, at, this.capacity);
      at += sizes[index]!;
      return made;
    });
    this.output = at;
  }

  /**
   * Takes the next frames [frames * 41] and gives the phones' logits [frames * 45] of the frames that can
   * be told now.
   */
  push(inputs: Float32Array): Float32Array {
    const all = this.waiting ? concatenated([this.waiting, inputs]) : inputs;
    const hopWidth = FRAME_INPUTS * FRAMES_PER_STEP;
    const hops = Math.floor(all.length / hopWidth);
    const used = hops * hopWidth;
    this.waiting = used < all.length ? all.slice(used) : null;
    this.layers[0]!.append(inWhole(all.subarray(0, used)), hops);
    return this.answer(false);
  }

  /** The answers that were still waiting for what comes next; one frame more than came if their number was odd. */
  finish(): Float32Array {
    const last = this.waiting ? this.push(this.waiting.slice()) : new Float32Array(0);
    return concatenated([last, this.answer(true)]);
  }

  private answer(ending: boolean): Float32Array {
    let rows = 0;
    this.layers.forEach((layer, index) => {
      const next = this.layers[index + 1];
      const target = next ? next.end : this.output;
      rows = layer.compute(target, ending);
      next?.grow(rows);
    });
    return this.logits(rows);
  }

  private logits(rows: number): Float32Array {
    const { width } = this.layers.at(-1)!;
    const count = FRAMES_PER_STEP * PHONE_COUNT;
    const answers = new Float32Array(rows * count);
    for (let row = 0; row < rows; row++) {
      const from = this.output + row * width * BYTES;
      answers.set(new Float32Array(this.kernel.memory.buffer, from, count), row * count);
    }
    return answers;
  }
}

/** One layer with the hops it has yet to use, in the kernel's memory: weights, bias, then rows of input. */
class StreamingLayer {
  /** Outputs, padded to what the kernel computes at once. */
  readonly width: number;
  private readonly weightsAt: number;
  private readonly scaleAt: number;
  private readonly biasAt: number;
  private readonly rowsAt: number;
  private readonly before: number;
  private readonly after: number;
  private readonly rowBytes: number;
  /** Rows in memory, those before the first step included. */
  private rows: number;

  constructor(
    private readonly kernel: Kernel,
    private readonly layer: LayerWeights,
    private readonly kind: number,
    at: number,
    private readonly capacity: number,
  ) {
    this.width = padded(layer.outputs);
    this.before = -layer.taps[0]!;
    this.after = layer.taps.at(-1)!;
    this.rowBytes = layer.inputs * INPUT_BYTES;
    this.weightsAt = at;
    this.scaleAt = at + this.width * layer.taps.length * layer.inputs * INPUT_BYTES;
    this.biasAt = this.scaleAt + this.width * BYTES;
    this.rowsAt = this.biasAt + this.width * BYTES;
    this.rows = this.before;
    const { buffer } = kernel.memory;
    new Int16Array(buffer, this.weightsAt).set(packed(layer, this.width));
    new Float32Array(buffer, this.scaleAt).set(layer.scale.map((scale) => scale / ONE));
    new Float32Array(buffer, this.biasAt).set(layer.bias);
  }

  /** Where the next input row goes, in the kernel's memory. */
  get end(): number {
    return this.rowsAt + this.rows * this.rowBytes;
  }

  /** Rows were written at `end` from outside. */
  grow(rows: number): void {
    this.rows += rows;
  }

  append(values: Int16Array, rows: number): void {
    new Int16Array(this.kernel.memory.buffer, this.end, values.length).set(values);
    this.rows += rows;
  }

  /** Computes every step that has all its taps; at the end nothing is taken to follow. Gives their number. */
  compute(target: number, ending: boolean): number {
    if (ending) this.append(new Int16Array(this.after * this.layer.inputs), this.after);
    const hops = this.rows - this.before - this.after;
    if (hops <= 0) return 0;
    if (hops > this.capacity) throw new Error(`${hops} hops at once; room for ${this.capacity}.`);
    const { taps, inputs } = this.layer;
    const spacing = taps.length > 1 ? taps[1]! - taps[0]! : 0;
    const present = this.rowsAt + this.before * this.rowBytes;
    this.kernel.layer(
      ...[this.rowsAt, inputs, taps.length, spacing, this.weightsAt, this.scaleAt, this.biasAt],
      ...([present, target, this.width] as const),
      ...([Math.ceil(hops / ROWS_AT_ONCE) * ROWS_AT_ONCE, ONE, this.kind] as const),
    );
    const bytes = new Uint8Array(this.kernel.memory.buffer);
    bytes.copyWithin(this.rowsAt, this.rowsAt + hops * this.rowBytes, this.end);
    this.rows -= hops;
    return hops;
  }
}

const padded = (outputs: number) => Math.ceil(outputs / OUTPUTS_AT_ONCE) * OUTPUTS_AT_ONCE;

function layerBytes({ inputs, outputs, taps }: LayerWeights, capacity: number): number {
  const reach = taps.at(-1)! - taps[0]!;
  const rows = capacity + 2 * reach + ROWS_AT_ONCE * 2;
  const width = padded(outputs);
  const bytes = (width * taps.length + rows) * inputs * INPUT_BYTES + 2 * width * BYTES;
  return Math.ceil(bytes / 16) * 16;
}

/** Weights [outputs, taps, inputs] in the kernel's order [outputs / 8, taps, inputs / 2, 8, 2]. */
function packed({ weights, inputs, taps, outputs }: LayerWeights, width: number): Int16Array {
  const row = taps.length * inputs;
  const result = new Int16Array(width * row);
  for (let output = 0; output < outputs; output++) {
    const block = Math.floor(output / OUTPUTS_AT_ONCE) * row * OUTPUTS_AT_ONCE;
    const lane = output % OUTPUTS_AT_ONCE;
    for (let at = 0; at < row; at++) {
      const pair = (at >> 1) * OUTPUTS_AT_ONCE + lane;
      result[block + 2 * pair + (at & 1)] = weights[output * row + at]!;
    }
  }
  return result;
}

function inWhole(values: Float32Array): Int16Array {
  const result = new Int16Array(values.length);
  for (let at = 0; at < values.length; at++) {
    const value = Math.round(values[at]! * ONE);
    result[at] = Math.max(-LARGEST_INPUT, Math.min(LARGEST_INPUT, value));
  }
  return result;
}
