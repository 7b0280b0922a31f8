// One layer of the network, in AssemblyScript: compiled to WebAssembly with 128-bit SIMD by `npm run kernel`.

/**
 * out[row] = relu(bias + sum over taps of weights[tap] . x[row + tap]) (+ out's residual input)
 *
 * @param x first row's first tap; rows are `inputs` floats apart
 * @param taps number of taps; `spacing` rows between neighbouring ones
 * @param weights [outputs / 8][taps][inputs][8]
 * @param bias [outputs]
 * @param residual the rows that are added after rectifying, or 0: no rectifying and nothing added
 * @param kind 0: linear, 1: rectified, 2: rectified and added to `residual`
 * `rows` a multiple of 4, `outputs` of 8.
 */
export function layer(
  x: usize,
  inputs: i32,
  taps: i32,
  spacing: i32,
  weights: usize,
  bias: usize,
  residual: usize,
  out: usize,
  outputs: i32,
  rows: i32,
  kind: i32,
): void {
  const stride: usize = (<usize>inputs) << 2;
  const tapStride: usize = stride * <usize>spacing;
  const outStride: usize = (<usize>outputs) << 2;
  const zero = f32x4.splat(0);
  for (let block = 0; block < outputs; block += 8) {
    const blockWeights = weights + ((<usize>block * <usize>taps * <usize>inputs) << 2);
    const bias0 = v128.load(bias + ((<usize>block) << 2));
    const bias1 = v128.load(bias + ((<usize>block) << 2), 16);
    for (let row = 0; row < rows; row += 4) {
      let a0 = bias0,
        a1 = bias1,
        b0 = bias0,
        b1 = bias1;
      let c0 = bias0,
        c1 = bias1,
        d0 = bias0,
        d1 = bias1;
      let w = blockWeights;
      let tapStart = x + <usize>row * stride;
      for (let tap = 0; tap < taps; tap++) {
        let at = tapStart;
        const end = at + stride;
        while (at < end) {
          const w0 = v128.load(w);
          const w1 = v128.load(w, 16);
          let s = v128.load32_splat(at);
          a0 = f32x4.add(a0, f32x4.mul(s, w0));
          a1 = f32x4.add(a1, f32x4.mul(s, w1));
          s = v128.load32_splat(at + stride);
          b0 = f32x4.add(b0, f32x4.mul(s, w0));
          b1 = f32x4.add(b1, f32x4.mul(s, w1));
          s = v128.load32_splat(at + 2 * stride);
          c0 = f32x4.add(c0, f32x4.mul(s, w0));
          c1 = f32x4.add(c1, f32x4.mul(s, w1));
          s = v128.load32_splat(at + 3 * stride);
          d0 = f32x4.add(d0, f32x4.mul(s, w0));
          d1 = f32x4.add(d1, f32x4.mul(s, w1));
          w += 32;
          at += 4;
        }
        tapStart += tapStride;
      }
      if (kind > 0) {
        a0 = f32x4.max(a0, zero);
        a1 = f32x4.max(a1, zero);
        b0 = f32x4.max(b0, zero);
        b1 = f32x4.max(b1, zero);
        c0 = f32x4.max(c0, zero);
        c1 = f32x4.max(c1, zero);
        d0 = f32x4.max(d0, zero);
        d1 = f32x4.max(d1, zero);
      }
      const offset: usize = <usize>row * outStride + ((<usize>block) << 2);
      if (kind === 2) {
        const r = residual + offset;
        a0 = f32x4.add(a0, v128.load(r));
        a1 = f32x4.add(a1, v128.load(r, 16));
        b0 = f32x4.add(b0, v128.load(r + outStride));
        b1 = f32x4.add(b1, v128.load(r + outStride, 16));
        c0 = f32x4.add(c0, v128.load(r + 2 * outStride));
        c1 = f32x4.add(c1, v128.load(r + 2 * outStride, 16));
        d0 = f32x4.add(d0, v128.load(r + 3 * outStride));
        d1 = f32x4.add(d1, v128.load(r + 3 * outStride, 16));
      }
      const o = out + offset;
      v128.store(o, a0);
      v128.store(o, a1, 16);
      v128.store(o + outStride, b0);
      v128.store(o + outStride, b1, 16);
      v128.store(o + 2 * outStride, c0);
      v128.store(o + 2 * outStride, c1, 16);
      v128.store(o + 3 * outStride, d0);
      v128.store(o + 3 * outStride, d1, 16);
    }
  }
}
