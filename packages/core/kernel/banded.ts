// Solving for a banded, factorised matrix, in AssemblyScript: compiled to WebAssembly with 128-bit SIMD by
// `npm run kernel`.

/**
 * Replaces b by x in L Lᵀ x = b, for two right sides at once.
 *
 * @param band float64 [size][width + 1]: the rows of L up to the diagonal, of which it has the inverse
 * @param width how many numbers stand before the diagonal
 * @param b float64 [size][2]
 */
export function solveBanded(band: usize, size: i32, width: i32, b: usize): void {
  const stride = width + 1;
  for (let row = 0; row < size; row++) {
    const start = max(0, row - width);
    let value = band + ((<usize>(row * stride + width - row + start)) << 3);
    let at = b + ((<usize>start) << 4);
    const own = b + ((<usize>row) << 4);
    // Two sums, as each addition waits for the one before.
    let even = f64x2.splat(0);
    let odd = even;
    while (at + 16 < own) {
      even = f64x2.add(even, f64x2.mul(v128.load64_splat(value), v128.load(at)));
      odd = f64x2.add(odd, f64x2.mul(v128.load64_splat(value, 8), v128.load(at, 16)));
      value += 16;
      at += 32;
    }
    if (at < own) {
      even = f64x2.add(even, f64x2.mul(v128.load64_splat(value), v128.load(at)));
      value += 8;
    }
    const rest = f64x2.sub(v128.load(own), f64x2.add(even, odd));
    v128.store(own, f64x2.mul(rest, v128.load64_splat(value)));
  }
  for (let row = size - 1; row >= 0; row--) {
    const start = max(0, row - width);
    let value = band + ((<usize>(row * stride + width - row + start)) << 3);
    let at = b + ((<usize>start) << 4);
    const own = b + ((<usize>row) << 4);
    const diagonal = band + ((<usize>(row * stride + width)) << 3);
    const solved = f64x2.mul(v128.load(own), v128.load64_splat(diagonal));
    v128.store(own, solved);
    while (at < own) {
      const less = f64x2.mul(v128.load64_splat(value), solved);
      v128.store(at, f64x2.sub(v128.load(at), less));
      value += 8;
      at += 16;
    }
  }
}
