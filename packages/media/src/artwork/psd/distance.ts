const FAR = 1e12;

/**
 * How far each pixel is from the nearest one that is covered at least by half, pixels [width * height]
 * (Felzenszwalb and Huttenlocher, Distance Transforms of Sampled Functions, 2012).
 *
 * @param shares how much of each pixel is covered, 0 to 1
 */
export function distanceFrom(shares: Float32Array, width: number, height: number): Float32Array {
  const squares = Float64Array.from(shares, (share) => (share >= 0.5 ? 0 : FAR));
  const longest = Math.max(width, height);
  const room = {
    row: new Float64Array(longest),
    at: new Int32Array(longest),
    from: new Float64Array(longest + 1),
  };
  for (let column = 0; column < width; column++) along(squares, column, width, height, room);
  for (let row = 0; row < height; row++) along(squares, row * width, 1, width, room);
  return Float32Array.from(squares, Math.sqrt);
}

interface Room {
  readonly row: Float64Array;
  /** Of each parabola of the lower envelope, where it lies, and from where on it is the lowest. */
  readonly at: Int32Array;
  readonly from: Float64Array;
}

/** Squared distances along one line of pixels, added to those across it. */
function along(
  squares: Float64Array,
  first: number,
  step: number,
  count: number,
  { row, at, from }: Room,
): void {
  for (let index = 0; index < count; index++) row[index] = squares[first + index * step]!;
  const meets = (one: number, other: number) =>
    (row[other]! + other * other - row[one]! - one * one) / (2 * (other - one));
  let last = 0;
  at[0] = 0;
  from[0] = -Infinity;
  for (let index = 1; index < count; index++) {
    while (last > 0 && meets(at[last]!, index) <= from[last]!) last--;
    from[last + 1] = meets(at[last]!, index);
    at[++last] = index;
  }
  for (let index = 0, best = 0; index < count; index++) {
    while (best < last && from[best + 1]! < index) best++;
    const away = index - at[best]!;
    squares[first + index * step] = away * away + row[at[best]!]!;
  }
}
