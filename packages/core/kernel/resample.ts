// The sums of a polyphase filter, in AssemblyScript: compiled to WebAssembly with 128-bit SIMD by `npm run kernel`.

/**
 * out[i] = sum over taps of filters[phase of i][tap] . input[first of i + tap]
 *
 * @param input the first tap's sample of the first output
 * @param filters [up][taps]
 * @param taps a multiple of 4
 * @param up filters, which are also the steps between two samples of the input
 * @param down steps from one output to the next
 * @param phase the first output's, 0 to up - 1
 * @param out [count]
 */
export function resample(
  input: usize,
  filters: usize,
  taps: i32,
  up: i32,
  down: i32,
  phase: i32,
  out: usize,
  count: i32,
): void {
  const filterBytes: usize = (<usize>taps) << 2;
  for (let i = 0; i < count; i++) {
    let filter = filters + <usize>phase * filterBytes;
    const end = filter + filterBytes;
    let sum = f32x4.splat(0);
    for (let at = input; filter < end; at += 16, filter += 16) {
      sum = f32x4.add(sum, f32x4.mul(v128.load(at), v128.load(filter)));
    }
    const halves = f32x4.add(sum, v128.shuffle<f32>(sum, sum, 2, 3, 0, 1));
    store<f32>(out, f32x4.extract_lane(halves, 0) + f32x4.extract_lane(halves, 1));
    out += 4;
    phase += down;
    input += (<usize>(phase / up)) << 2;
    phase %= up;
  }
}
