import { Problem } from '../../problem';

type Numbers = Int8Array | Uint8Array | Int32Array | Float32Array | Float64Array;

/** A named array of numbers with its shape. */
export interface Tensor {
  readonly shape: readonly number[];
  readonly values: Numbers;
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

type NumberKind =
  | Int8ArrayConstructor
  | Uint8ArrayConstructor
  | Int32ArrayConstructor
  | Float32ArrayConstructor
  | Float64ArrayConstructor;

const KINDS: readonly (readonly [dtype: string, kind: NumberKind])[] = [
  ['I8', Int8Array],
  ['U8', Uint8Array],
  ['I32', Int32Array],
  ['F32', Float32Array],
  ['F64', Float64Array],
];

/** Bytes turned to text at once; more would be too many arguments. */
const PIECE = 8192;

/**
 * Reads the safetensors format: the length of a JSON header in 8 bytes, the header, the numbers.
 * Of its types of number: I8, U8, I32, F32 and F64.
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

/** Writes the safetensors format; what its header says is in ASCII. */
export function writeSafetensors({ metadata, tensors }: Tensors): Uint8Array<ArrayBuffer> {
  const header: Record<string, unknown> = { __metadata__: metadata };
  let at = 0;
  for (const [name, { shape, values }] of tensors) {
    const [dtype] = KINDS.find(([, kind]) => values instanceof kind)!;
    header[name] = { dtype, shape, data_offsets: [at, (at += values.byteLength)] };
  }
  const plain = asciiJson(header);
  // Padded, as the format's own writers do, so that numbers begin at a multiple of eight.
  const text = plain.padEnd(8 * Math.ceil(plain.length / 8), ' ');
  const bytes = new Uint8Array(8 + text.length + at);
  new DataView(bytes.buffer).setBigUint64(0, BigInt(text.length), true);
  for (let index = 0; index < text.length; index++) bytes[8 + index] = text.charCodeAt(index);
  let next = 8 + text.length;
  for (const { values } of tensors.values()) {
    bytes.set(new Uint8Array(values.buffer, values.byteOffset, values.byteLength), next);
    next += values.byteLength;
  }
  return bytes;
}

function asciiJson(value: unknown): string {
  return JSON.stringify(value).replace(
    /[\u007f-\uffff]/g,
    (letter) => `\\u${letter.charCodeAt(0).toString(16).padStart(4, '0')}`,
  );
}

function readHeader(bytes: Uint8Array) {
  try {
    const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
    const length = Number(view.getBigUint64(0, true));
    if (length > bytes.length) throw damaged();
    let text = '';
    for (let at = 8; at < 8 + length; at += PIECE) {
      text += String.fromCharCode(...bytes.subarray(at, Math.min(at + PIECE, 8 + length)));
    }
    return { header: JSON.parse(text) as Record<string, unknown>, start: 8 + length };
  } catch {
    throw damaged();
  }
}

function readTensor(
  bytes: Uint8Array,
  start: number,
  { dtype, shape, data_offsets }: Entry,
): Tensor {
  const [from, to] = data_offsets;
  const count = shape.reduce((product, size) => product * size, 1);
  // Copied, because numbers of several bytes must begin at a multiple of their size.
  const data = new Uint8Array(bytes.subarray(start + from, start + to)).buffer;
  const kind = KINDS.find(([name]) => name === dtype)?.[1];
  if (!kind || data.byteLength !== count * kind.BYTES_PER_ELEMENT) throw damaged();
  return { shape, values: new kind(data) };
}

/** What to say of weights that can't be read. */
export const damaged = () =>
  new Problem('bad-input', 'The weights of the sound model are damaged; install Cruvo again.');
