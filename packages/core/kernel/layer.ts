// One layer of the network, in AssemblyScript: compiled to WebAssembly with 128-bit SIMD by `npm run kernel`.
// Inputs and weights are 16-bit integers, of which twice as many are multiplied at once as of floats.

/**
 * sum[row] = bias + scale * sum over taps of weights[tap] . x[row + tap]
 *
 * @param x int16: first row's first tap; rows are `inputs` numbers apart
 * @param inputs even
 * @param taps number of taps; `spacing` rows between neighbouring ones
 * @param weights int16 [outputs / 8][taps][inputs / 2][8][2]
 * @param scale float [outputs], the value of one in a sum
 * @param bias float [outputs]
 * @param residual int16: the rows that are added after rectifying
 * @param out int16 [rows][outputs], for kind 0 float [rows][outputs]
 * @param one what stands for 1 in int16 inputs and outputs
 * @param kind 0: linear, 1: rectified, 2: rectified and added to `residual`
 * `rows` a multiple of 4, `outputs` of 8.
 */
export function layer(
  x: usize,
  inputs: i32,
  taps: i32,
  spacing: i32,
  weights: usize,
  scale: usize,
  bias: usize,
  residual: usize,
  out: usize,
  outputs: i32,
  rows: i32,
  one: f32,
  kind: i32,
): void {
  const stride: usize = (<usize>inputs) << 1;
  const tapStride: usize = stride * <usize>spacing;
  const outStride: usize = (<usize>outputs) << (kind === 0 ? 2 : 1);
  for (let block = 0; block < outputs; block += 8) {
    const blockWeights = weights + ((<usize>block * <usize>taps * <usize>inputs) << 1);
    for (let row = 0; row < rows; row += 4) {
      let a0 = i32x4.splat(0),
        a1 = a0,
        b0 = a0,
        b1 = a0;
      let c0 = a0,
        c1 = a0,
        d0 = a0,
        d1 = a0;
      let w = blockWeights;
      let tapStart = x + <usize>row * stride;
      for (let tap = 0; tap < taps; tap++) {
        let at = tapStart;
        const end = at + stride;
        while (at < end) {
          const w0 = v128.load(w);
          const w1 = v128.load(w, 16);
          let s = v128.load32_splat(at);
          a0 = i32x4.add(a0, i32x4.dot_i16x8_s(s, w0));
          a1 = i32x4.add(a1, i32x4.dot_i16x8_s(s, w1));
          s = v128.load32_splat(at + stride);
          b0 = i32x4.add(b0, i32x4.dot_i16x8_s(s, w0));
          b1 = i32x4.add(b1, i32x4.dot_i16x8_s(s, w1));
          s = v128.load32_splat(at + 2 * stride);
          c0 = i32x4.add(c0, i32x4.dot_i16x8_s(s, w0));
          c1 = i32x4.add(c1, i32x4.dot_i16x8_s(s, w1));
          s = v128.load32_splat(at + 3 * stride);
          d0 = i32x4.add(d0, i32x4.dot_i16x8_s(s, w0));
          d1 = i32x4.add(d1, i32x4.dot_i16x8_s(s, w1));
          w += 32;
          at += 4;
        }
        tapStart += tapStride;
      }
      const scales = scale + ((<usize>block) << 2);
      const biases = bias + ((<usize>block) << 2);
      const o = out + <usize>row * outStride + ((<usize>block) << (kind === 0 ? 2 : 1));
      if (kind === 0) {
        store4(o, a0, a1, scales, biases);
        store4(o + outStride, b0, b1, scales, biases);
        store4(o + 2 * outStride, c0, c1, scales, biases);
        store4(o + 3 * outStride, d0, d1, scales, biases);
        continue;
      }
      let ra = rectified(a0, a1, scales, biases, one);
      let rb = rectified(b0, b1, scales, biases, one);
      let rc = rectified(c0, c1, scales, biases, one);
      let rd = rectified(d0, d1, scales, biases, one);
      if (kind === 2) {
        const r = residual + <usize>row * outStride + ((<usize>block) << 1);
        ra = i16x8.add_sat_s(ra, v128.load(r));
        rb = i16x8.add_sat_s(rb, v128.load(r + outStride));
        rc = i16x8.add_sat_s(rc, v128.load(r + 2 * outStride));
        rd = i16x8.add_sat_s(rd, v128.load(r + 3 * outStride));
      }
      v128.store(o, ra);
      v128.store(o + outStride, rb);
      v128.store(o + 2 * outStride, rc);
      v128.store(o + 3 * outStride, rd);
    }
  }
}

/** Four sums as floats. */
function scaled(sum: v128, scale: usize, bias: usize): v128 {
  return f32x4.add(v128.load(bias), f32x4.mul(v128.load(scale), f32x4.convert_i32x4_s(sum)));
}

function store4(out: usize, low: v128, high: v128, scale: usize, bias: usize): void {
  v128.store(out, scaled(low, scale, bias));
  v128.store(out, scaled(high, scale + 16, bias + 16), 16);
}

/** Eight sums, none below zero, as int16. */
function rectified(low: v128, high: v128, scale: usize, bias: usize, one: f32): v128 {
  const ones = f32x4.splat(one);
  const half = f32x4.splat(0.5);
  const zero = f32x4.splat(0);
  const l = f32x4.add(half, f32x4.mul(ones, f32x4.max(zero, scaled(low, scale, bias))));
  const h = f32x4.add(half, f32x4.mul(ones, f32x4.max(zero, scaled(high, scale + 16, bias + 16))));
  return i16x8.narrow_i32x4_s(i32x4.trunc_sat_f32x4_s(l), i32x4.trunc_sat_f32x4_s(h));
}
