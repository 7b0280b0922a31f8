import { Problem } from '../../problem';

/** A named array of numbers with its shape. */
export interface Tensor {
  readonly shape: readonly number[];
  readonly values: Int8Array | Uint8Array | Float32Array;
}

export interface Tensors {
  readonly metadata: Readonly<Record<string, string>>;
  readonly tensors: ReadonlyMap<string, Tensor>;
}

interface Entry {
  readonly dtype: string;
  readonly shape: number[];
  readonly data_offsets: [number, number];
}

/**
 * Reads the safetensors format: the length of a JSON header in 8 bytes, the header, the numbers.
 * Of its types of number, those that Cruvo's weights use: I8, U8 and F32.
 *
 * @throws Problem where the bytes are no such file
 */
export function readSafetensors(bytes: Uint8Array): Tensors {
  const { header, start } = readHeader(bytes);
  const { __metadata__: metadata = {}, ...entries } = header;
  const tensors = new Map<string, Tensor>();
  for (const [name, entry] of Object.entries(entries)) {
    tensors.set(name, readTensor(bytes, start, entry as Entry));
  }
  return { metadata: metadata as Record<string, string>, tensors };
}

function readHeader(bytes: Uint8Array) {
  try {
    const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
    const length = Number(view.getBigUint64(0, true));
    const text = String.fromCharCode(...bytes.subarray(8, 8 + length));
    return { header: JSON.parse(text) as Record<string, unknown>, start: 8 + length };
  } catch {
    throw damaged();
  }
}

type NumberKind = Int8ArrayConstructor | Uint8ArrayConstructor | Float32ArrayConstructor;

const NUMBERS = new Map<string, NumberKind>([
  ['I8', Int8Array],
  ['U8', Uint8Array],
  ['F32', Float32Array],
]);

function readTensor(
  bytes: Uint8Array,
  start: number,
  { dtype, shape, data_offsets }: Entry,
): Tensor {
  const [from, to] = data_offsets;
  const count = shape.reduce((product, size) => product * size, 1);
  // Copied, because numbers of four bytes must begin at a multiple of four.
  const data = new Uint8Array(bytes.subarray(start + from, start + to)).buffer;
  const Numbers = NUMBERS.get(dtype);
  if (!Numbers || data.byteLength !== count * Numbers.BYTES_PER_ELEMENT) throw damaged();
  return { shape, values: new Numbers(data) };
}

/** What to say of weights that can't be read. */
export const damaged = () =>
  new Problem('bad-input', 'The weights of the sound model are damaged; install Cruvo again.');
