type Numbers = Float32Array | Float64Array | Uint8Array | Int32Array;

/**
 * The same array if it is long enough, else one of twice the needed length that begins the same.
 *
 * @param used how many of its values count
 * @param needed how many there must be room for
 */
export function withRoom<Kind extends Numbers>(values: Kind, used: number, needed: number): Kind {
  if (needed <= values.length) return values;
  const larger = new (values.constructor as new (length: number) => Kind)(needed * 2);
  larger.set(values.subarray(0, used));
  return larger;
}

/** All pieces in one, in order. */
export function concatenated(pieces: readonly Float32Array[]): Float32Array {
  const all = new Float32Array(pieces.reduce((sum, { length }) => sum + length, 0));
  let at = 0;
  for (const piece of pieces) {
    all.set(piece, at);
    at += piece.length;
  }
  return all;
}
