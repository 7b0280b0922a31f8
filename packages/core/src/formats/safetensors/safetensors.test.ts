import fc from 'fast-check';
import { readSafetensors } from './safetensors';

type Values = Int8Array | Float32Array;

/** A file as the format's description says. */
function file(tensors: Readonly<Record<string, Values>>, metadata = {}): Uint8Array {
  const header: Record<string, unknown> = { __metadata__: metadata };
  const data: number[] = [];
  for (const [name, values] of Object.entries(tensors)) {
    const bytes = new Uint8Array(values.buffer);
    const dtype = values instanceof Int8Array ? 'I8' : 'F32';
    header[name] = {
      dtype,
      shape: [values.length],
      data_offsets: [data.length, data.length + bytes.length],
    };
    data.push(...bytes);
  }
  const text = [...JSON.stringify(header)].map((letter) => letter.charCodeAt(0));
  const length = new Uint8Array(new BigUint64Array([BigInt(text.length)]).buffer);
  return Uint8Array.from([...length, ...text, ...data]);
}

describe('readSafetensors', () => {
  it('reads back what was written, wherever it lies in memory', () => {
    fc.assert(
      fc.property(
        fc.int8Array(),
        fc.float32Array(),
        fc.integer({ min: 0, max: 9 }),
        (bytes, floats, shift) => {
          const written = file({ a: bytes, b: floats }, { made: 'by hand' });
          const moved = new Uint8Array(written.length + shift);
          moved.set(written, shift);
          const { tensors, metadata } = readSafetensors(moved.subarray(shift));
          expect(metadata).toEqual({ made: 'by hand' });
          expect(tensors.get('a')!.values).toEqual(bytes);
          expect(tensors.get('b')!.values).toEqual(floats);
        },
      ),
    );
  });
  it.each([
    ['nothing', new Uint8Array(0)],
    ['something else', Uint8Array.from('RIFF....WAVEfmt ', (letter) => letter.charCodeAt(0))],
    ['a file that is cut off', file({ a: new Float32Array(50) }).subarray(0, 150)],
  ])('refuses %s', (_what, bytes) => {
    expect(() => readSafetensors(bytes)).toThrow(/damaged/);
  });
});
