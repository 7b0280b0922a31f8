// Laying pixels over each other, in AssemblyScript: compiled to WebAssembly with 128-bit SIMD by `npm run kernel`.
// All pixels are premultiplied RGBA, four bytes each. Products are divided by 255 and rounded exactly (Blinn 1995,
// "Three wrongs make a right"), so that what is opaque stays opaque.

/**
 * Lays a block of pixels over others.
 *
 * @param source its first pixel, rows `sourceStride` pixels apart
 * @param target the first pixel that it is laid over, rows `targetStride` pixels apart
 */
export function layOver(
  source: usize,
  sourceStride: i32,
  target: usize,
  targetStride: i32,
  width: i32,
  height: i32,
): void {
  for (let row = 0; row < height; row++) {
    let from = source + ((<usize>(row * sourceStride)) << 2);
    let to = target + ((<usize>(row * targetStride)) << 2);
    const end = to + ((<usize>width) << 2);
    for (; to + 16 <= end; to += 16, from += 16) {
      const above = v128.load(from);
      if (v128.any_true(above)) layFourOver(to, above);
    }
    for (; to < end; to += 4, from += 4) {
      const above = load<u32>(from);
      if (above !== 0) store<u32>(to, over(above, load<u32>(to)));
    }
  }
}

/** Four pixels over those at a place. */
export function layFourOver(to: usize, above: v128): void {
  const alphas = i8x16.swizzle(above, ALPHAS);
  if (i8x16.all_true(i8x16.eq(alphas, i8x16.splat(-1)))) {
    v128.store(to, above);
  } else {
    v128.store(to, i8x16.add_sat_u(above, scaledBytes(v128.load(to), v128.not(alphas))));
  }
}

// prettier-ignore
const ALPHAS: v128 = i8x16(3, 3, 3, 3, 7, 7, 7, 7, 11, 11, 11, 11, 15, 15, 15, 15);

/** Products of eight bytes with eight others, divided by 255. */
function scaled(bytes: v128, by: v128): v128 {
  const product = i16x8.add(i16x8.mul(bytes, by), i16x8.splat(128));
  return i16x8.shr_u(i16x8.add(product, i16x8.shr_u(product, 8)), 8);
}

const PAIR: u32 = 0x00ff00ff;
const HALF: u32 = 0x00800080;

/** One pixel over another. */
export function over(above: u32, below: u32): u32 {
  return above + scaledPixel(below, 255 - (above >>> 24));
}

/** Keeps of a block of pixels as much as others are opaque; with `outside` as much as they are see-through. */
export function keepWithin(
  mask: usize,
  maskStride: i32,
  target: usize,
  targetStride: i32,
  width: i32,
  height: i32,
  outside: i32,
): void {
  const flip: v128 = i8x16.splat(outside ? -1 : 0);
  const flipByte: u32 = outside ? 255 : 0;
  for (let row = 0; row < height; row++) {
    let from = mask + ((<usize>(row * maskStride)) << 2);
    let to = target + ((<usize>(row * targetStride)) << 2);
    const end = to + ((<usize>width) << 2);
    for (; to + 16 <= end; to += 16, from += 16) {
      const pixels = v128.load(to);
      if (!v128.any_true(pixels)) continue;
      v128.store(to, scaledBytes(pixels, v128.xor(i8x16.swizzle(v128.load(from), ALPHAS), flip)));
    }
    for (; to < end; to += 4, from += 4) {
      store<u32>(to, scaledPixel(load<u32>(to), (load<u32>(from) >>> 24) ^ flipByte));
    }
  }
}

/** Makes a block of pixels fainter. @param opacity 0 to 255 */
export function fadePixels(
  target: usize,
  stride: i32,
  width: i32,
  height: i32,
  opacity: i32,
): void {
  const by = i8x16.splat(<i8>opacity);
  for (let row = 0; row < height; row++) {
    let to = target + ((<usize>(row * stride)) << 2);
    const end = to + ((<usize>width) << 2);
    for (; to + 16 <= end; to += 16) v128.store(to, scaledBytes(v128.load(to), by));
    for (; to < end; to += 4) store<u32>(to, scaledPixel(load<u32>(to), opacity));
  }
}

/** Sixteen bytes times sixteen others, divided by 255. */
export function scaledBytes(bytes: v128, by: v128): v128 {
  return i8x16.narrow_i16x8_u(
    scaled(i16x8.extend_low_i8x16_u(bytes), i16x8.extend_low_i8x16_u(by)),
    scaled(i16x8.extend_high_i8x16_u(bytes), i16x8.extend_high_i8x16_u(by)),
  );
}

/** A pixel times a byte, divided by 255. */
function scaledPixel(pixel: u32, by: u32): u32 {
  const even = (pixel & PAIR) * by + HALF;
  const odd = ((pixel >>> 8) & PAIR) * by + HALF;
  return (((even + ((even >>> 8) & PAIR)) >>> 8) & PAIR) | ((odd + ((odd >>> 8) & PAIR)) & ~PAIR);
}

/** Fills a block of pixels with one. */
export function fillPixels(target: usize, stride: i32, width: i32, height: i32, pixel: u32): void {
  const four = i32x4.splat(pixel);
  for (let row = 0; row < height; row++) {
    let to = target + ((<usize>(row * stride)) << 2);
    const end = to + ((<usize>width) << 2);
    for (; to + 16 <= end; to += 16) v128.store(to, four);
    for (; to < end; to += 4) store<u32>(to, pixel);
  }
}

/** Copies a block of pixels. */
export function copyPixels(
  source: usize,
  sourceStride: i32,
  target: usize,
  targetStride: i32,
  width: i32,
  height: i32,
): void {
  for (let row = 0; row < height; row++) {
    memory.copy(
      target + ((<usize>(row * targetStride)) << 2),
      source + ((<usize>(row * sourceStride)) << 2),
      (<usize>width) << 2,
    );
  }
}

/** Colours multiplied by their opacity, in place; the pixels of a canvas are read without. */
export function premultiply(pixels: usize, count: i32): void {
  const end = pixels + ((<usize>count) << 2);
  for (let at = pixels; at < end; at += 4) {
    const pixel = load<u32>(at);
    const alpha = pixel >>> 24;
    if (alpha === 255) continue;
    store<u32>(at, (scaledPixel(pixel, alpha) & 0xffffff) | (alpha << 24));
  }
}

/** Copies a block of pixels row by row, their colours divided by their opacity, as canvases are written. */
export function readPixels(
  source: usize,
  sourceStride: i32,
  target: usize,
  targetStride: i32,
  width: i32,
  height: i32,
): void {
  for (let row = 0; row < height; row++) {
    let from = source + ((<usize>(row * sourceStride)) << 2);
    let to = target + ((<usize>(row * targetStride)) << 2);
    const end = to + ((<usize>width) << 2);
    while (to < end) {
      if (to + 16 <= end) {
        const pixels = v128.load(from);
        // All opaque, or nothing there.
        const alphas = i8x16.swizzle(pixels, ALPHAS);
        if (i8x16.all_true(i8x16.eq(alphas, i8x16.splat(-1))) || !v128.any_true(pixels)) {
          v128.store(to, pixels);
          from += 16;
          to += 16;
          continue;
        }
      }
      store<u32>(to, divided(load<u32>(from)));
      from += 4;
      to += 4;
    }
  }
}

function divided(pixel: u32): u32 {
  const alpha = pixel >>> 24;
  if (alpha === 255 || alpha === 0) return pixel;
  const factor = <f32>255 / <f32>alpha;
  const red = min<f32>(255, nearest(<f32>(pixel & 255) * factor));
  const green = min<f32>(255, nearest(<f32>((pixel >>> 8) & 255) * factor));
  const blue = min<f32>(255, nearest(<f32>((pixel >>> 16) & 255) * factor));
  return (alpha << 24) | ((<u32>blue) << 16) | ((<u32>green) << 8) | (<u32>red);
}
