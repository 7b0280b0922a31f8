// From RGBA to the planes of yuv420p, in AssemblyScript: compiled to WebAssembly with 128-bit SIMD by `npm run kernel`.
// ITU-R BT.709 in the limited range of film, factors times 2^15; chroma is the mean of two by two pixels.

const ROUND: i32 = 1 << 14;
const ROUND_OF_FOUR: i32 = 1 << 16;

/**
 * Converts a block of pixels; all opaque.
 *
 * @param rgba its first pixel; rows are `rgbaStride` pixels apart
 * @param width even
 * @param height even
 * @param y first luma value of the block, rows `stride` bytes apart
 * @param u first chroma values of the block, rows half a `stride` apart
 */
export function yuv420(
  rgba: usize,
  rgbaStride: i32,
  width: i32,
  height: i32,
  y: usize,
  u: usize,
  v: usize,
  stride: i32,
): void {
  const rowBytes: usize = (<usize>rgbaStride) << 2;
  const whole = width & ~7;
  for (let row = 0; row < height; row += 2) {
    const upper = rgba + <usize>row * rowBytes;
    const luma = y + <usize>row * <usize>stride;
    const chroma = <usize>(row >> 1) * <usize>(stride >> 1);
    for (let x = 0; x < whole; x += 8) {
      eight(
        upper + ((<usize>x) << 2),
        rowBytes,
        luma + x,
        stride,
        u + chroma + (x >> 1),
        v + chroma + (x >> 1),
      );
    }
    for (let x = whole; x < width; x += 2) {
      two(
        upper + ((<usize>x) << 2),
        rowBytes,
        luma + x,
        stride,
        u + chroma + (x >> 1),
        v + chroma + (x >> 1),
      );
    }
  }
}

/** Eight pixels of two rows. */
function eight(rgba: usize, rowBytes: usize, y: usize, stride: i32, u: usize, v: usize): void {
  const a = v128.load(rgba);
  const b = v128.load(rgba, 16);
  const c = v128.load(rgba + rowBytes);
  const d = v128.load(rgba + rowBytes, 16);
  const a0 = i16x8.extend_low_i8x16_u(a);
  const a1 = i16x8.extend_high_i8x16_u(a);
  const b0 = i16x8.extend_low_i8x16_u(b);
  const b1 = i16x8.extend_high_i8x16_u(b);
  const c0 = i16x8.extend_low_i8x16_u(c);
  const c1 = i16x8.extend_high_i8x16_u(c);
  const d0 = i16x8.extend_low_i8x16_u(d);
  const d1 = i16x8.extend_high_i8x16_u(d);
  storeLuma(y, a0, a1, b0, b1);
  storeLuma(y + stride, c0, c1, d0, d1);
  // The sums of two by two pixels, as red, green, blue and alpha of two neighbouring squares each.
  const left = squares(i16x8.add(a0, c0), i16x8.add(a1, c1));
  const right = squares(i16x8.add(b0, d0), i16x8.add(b1, d1));
  storeChroma(u, left, right, i16x8(-3298, -11094, 14392, 0, -3298, -11094, 14392, 0));
  storeChroma(v, left, right, i16x8(14392, -13072, -1320, 0, 14392, -13072, -1320, 0));
}

function squares(one: v128, other: v128): v128 {
  return i16x8.add(v128.shuffle<i64>(one, other, 0, 2), v128.shuffle<i64>(one, other, 1, 3));
}

/** Weighted sums of four pixels, or of four squares. */
function weighted(one: v128, other: v128, factors: v128): v128 {
  const first = i32x4.dot_i16x8_s(one, factors);
  const second = i32x4.dot_i16x8_s(other, factors);
  return i32x4.add(
    v128.shuffle<i32>(first, second, 0, 2, 4, 6),
    v128.shuffle<i32>(first, second, 1, 3, 5, 7),
  );
}

function storeLuma(y: usize, p0: v128, p1: v128, p2: v128, p3: v128): void {
  const factors = i16x8(5983, 20127, 2032, 0, 5983, 20127, 2032, 0);
  const round = i32x4.splat(ROUND + (16 << 15));
  const low = i32x4.shr_s(i32x4.add(weighted(p0, p1, factors), round), 15);
  const high = i32x4.shr_s(i32x4.add(weighted(p2, p3, factors), round), 15);
  const words = i16x8.narrow_i32x4_s(low, high);
  v128.store64_lane(y, i8x16.narrow_i16x8_u(words, words), 0);
}

function storeChroma(plane: usize, left: v128, right: v128, factors: v128): void {
  const round = i32x4.splat(ROUND_OF_FOUR + (128 << 17));
  const sums = i32x4.shr_s(i32x4.add(weighted(left, right, factors), round), 17);
  const words = i16x8.narrow_i32x4_s(sums, sums);
  v128.store32_lane(plane, i8x16.narrow_i16x8_u(words, words), 0);
}

/** Two pixels of two rows. */
function two(rgba: usize, rowBytes: usize, y: usize, stride: i32, u: usize, v: usize): void {
  let red = 0;
  let green = 0;
  let blue = 0;
  for (let at = 0; at < 4; at++) {
    const below = at >> 1;
    const pixel = rgba + <usize>below * rowBytes + ((<usize>(at & 1)) << 2);
    const r = <i32>load<u8>(pixel);
    const g = <i32>load<u8>(pixel, 1);
    const b = <i32>load<u8>(pixel, 2);
    store<u8>(
      y + <usize>below * <usize>stride + (at & 1),
      16 + ((5983 * r + 20127 * g + 2032 * b + ROUND) >> 15),
    );
    red += r;
    green += g;
    blue += b;
  }
  store<u8>(u, 128 + ((-3298 * red - 11094 * green + 14392 * blue + ROUND_OF_FOUR) >> 17));
  store<u8>(v, 128 + ((14392 * red - 13072 * green - 1320 * blue + ROUND_OF_FOUR) >> 17));
}
