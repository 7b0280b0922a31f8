// How much of each pixel polygons cover, and painting what is covered, in AssemblyScript: compiled to WebAssembly by
// `npm run kernel`. Coverage is exact: each line adds the signed area to the right of it, as differences along a row
// (as font rasterisers do; Levien 2016, "Inside the fastest font renderer in the world").

import { layFourOver, over, scaledBytes } from './composite';

/**
 * Adds a closed polygon to the differences of coverage.
 *
 * @param points float32 x, y of each, pixels from the corner of the grid
 * @param count of points
 * @param differences float32 [height][width + 2]
 */
export function cover(
  points: usize,
  count: i32,
  differences: usize,
  width: i32,
  height: i32,
): void {
  const last = points + ((<usize>(count - 1)) << 3);
  let x = load<f32>(last);
  let y = load<f32>(last, 4);
  for (let at = 0; at < count; at++) {
    const next = points + ((<usize>at) << 3);
    const nextX = load<f32>(next);
    const nextY = load<f32>(next, 4);
    coverBesideEdge(x, y, nextX, nextY, differences, <f32>width, width, height);
    x = nextX;
    y = nextY;
  }
}

/** Splits a line where it leaves the grid to the left or the right; what lies beside it counts as if on its edge. */
function coverBesideEdge(
  x0: f32,
  y0: f32,
  x1: f32,
  y1: f32,
  differences: usize,
  right: f32,
  width: i32,
  height: i32,
): void {
  if (y0 === y1) return;
  if (x0 > x1) {
    // From left to right, with the opposite sign.
    coverRightwards(x1, y1, x0, y0, -1, differences, right, width, height);
  } else {
    coverRightwards(x0, y0, x1, y1, 1, differences, right, width, height);
  }
}

function coverRightwards(
  x0: f32,
  y0: f32,
  x1: f32,
  y1: f32,
  sign: f32,
  differences: usize,
  right: f32,
  width: i32,
  height: i32,
): void {
  if (x1 <= 0) return addLine(0, y0, 0, y1, sign, differences, width, height);
  if (x0 >= right) return;
  if (x0 < 0) {
    const y = y0 + ((y1 - y0) * -x0) / (x1 - x0);
    addLine(0, y0, 0, y, sign, differences, width, height);
    x0 = 0;
    y0 = y;
  }
  if (x1 > right) {
    y1 = y0 + ((y1 - y0) * (right - x0)) / (x1 - x0);
    x1 = right;
  }
  addLine(x0, y0, x1, y1, sign, differences, width, height);
}

/** Adds the area to the right of a line that lies within the grid’s columns. */
function addLine(
  x0: f32,
  y0: f32,
  x1: f32,
  y1: f32,
  sign: f32,
  differences: usize,
  width: i32,
  height: i32,
): void {
  if (y0 === y1) return;
  if (y0 > y1) {
    const x = x0;
    x0 = x1;
    x1 = x;
    const y = y0;
    y0 = y1;
    y1 = y;
    sign = -sign;
  }
  const slope = (x1 - x0) / (y1 - y0);
  const limit = <f32>width;
  const first = max(0, <i32>floor(y0));
  const end = min(height, <i32>ceil(y1));
  let x = x0 + (max(<f32>first, y0) - y0) * slope;
  for (let row = first; row < end; row++) {
    const rowTop = <f32>row;
    const part = min(rowTop + 1, y1) - max(rowTop, y0);
    // Rounding must not lead out of the grid.
    const nextX = max<f32>(0, min(limit, x + slope * part));
    const area = part * sign;
    const left = min(x, nextX);
    const right = max(x, nextX);
    const leftPixel = floor(left);
    const column = <i32>leftPixel;
    const lastColumn = <i32>ceil(right);
    const at = differences + ((<usize>(row * (width + 2) + column)) << 2);
    if (lastColumn <= column + 1) {
      const share = <f32>0.5 * (x + nextX) - leftPixel;
      store<f32>(at, load<f32>(at) + area - area * share);
      store<f32>(at, load<f32>(at, 4) + area * share, 4);
    } else {
      spread(at, lastColumn - column, left - leftPixel, right - left, area);
    }
    x = nextX;
  }
}

/**
 * Adds the area to the right of a line across several pixels of a row.
 *
 * @param at difference of the first of them
 * @param count how many it crosses
 * @param from where in the first pixel it begins, 0 to 1
 * @param across how far it goes, pixels
 * @param area of the row that it covers to its right, with its sign
 */
function spread(at: usize, count: i32, from: f32, across: f32, area: f32): void {
  const each = <f32>1 / across;
  let before: f32 = 0;
  for (let pixel = 0; pixel < count; pixel++) {
    // How much of the line's height lies left of this pixel's right edge, and the area that covers in it.
    const enter = max<f32>(0, (<f32>pixel - from) * each);
    const leave = min<f32>(1, (<f32>(pixel + 1) - from) * each);
    const startX = max<f32>(<f32>pixel, from) - <f32>pixel;
    const endX = min<f32>(<f32>(pixel + 1), from + across) - <f32>pixel;
    const covered = enter + (leave - enter) * (1 - <f32>0.5 * (startX + endX));
    const to = at + ((<usize>pixel) << 2);
    store<f32>(to, load<f32>(to) + area * (covered - before));
    before = covered;
  }
  const to = at + ((<usize>count) << 2);
  store<f32>(to, load<f32>(to) + area * (1 - before));
}

/** Less coverage than this is none, more is all: sums are not exact. */
const LEAST: f32 = 0.002;
const MOST: f32 = 0.998;

/**
 * Paints what is covered, and clears the differences of it.
 *
 * @param differences as written by `cover`
 * @param left @param top @param right @param bottom the part of the grid that may be covered
 * @param pixels premultiplied RGBA, `stride` of them to a row
 * @param evenOdd 1: what is covered twice is left out; 0: it is covered
 * @param opacity 0 to 1
 * @param colors uint32 [256], premultiplied RGBA; the first alone where `kind` is 0
 * @param kind 0: one colour; 1: colours along a line; 2: around a focus
 * @param map float32 [8]: a, b, c, d, e, f from pixels to the gradient's space, where colours go along x from 0 to 1, or
 *   from the focus at the origin to a circle of radius 1, whose middle are the last two
 */
export function paintCovered(
  differences: usize,
  width: i32,
  left: i32,
  top: i32,
  right: i32,
  bottom: i32,
  pixels: usize,
  stride: i32,
  evenOdd: i32,
  opacity: f32,
  colors: usize,
  kind: i32,
  map: usize,
): void {
  // A gradient straight down has one colour in a row.
  const down = kind === 1 && load<f32>(map) === 0;
  const kindInRow = down ? 0 : kind;
  let plain = load<u32>(colors);
  let solid = opacity >= 1 && plain >>> 24 === 255 && kind === 0;
  for (let row = top; row < bottom; row++) {
    if (down) {
      plain = colorAt(colors, kind, map, 0, <f32>row);
      solid = opacity >= 1 && plain >>> 24 === 255;
    }
    const line = differences + ((<usize>(row * (width + 2))) << 2);
    const to = pixels + ((<usize>(row * stride)) << 2);
    let sum: f32 = 0;
    let covered: f32 = 0;
    let column = left;
    while (column < right) {
      const at = line + ((<usize>column) << 2);
      const target = to + ((<usize>column) << 2);
      // Four at once where nothing changes and all or nothing is covered.
      if (
        column + 4 <= right &&
        (covered < LEAST || covered > MOST) &&
        !v128.any_true(v128.load(at))
      ) {
        if (covered > MOST) {
          const four = solid
            ? i32x4.splat(plain)
            : fourColors(colors, plain, kindInRow, map, <f32>column, <f32>row, opacity);
          layFourOver(target, four);
        }
        column += 4;
        continue;
      }
      const difference = load<f32>(at);
      if (difference !== 0) {
        sum += difference;
        store<f32>(at, 0);
        covered = abs(sum);
        if (evenOdd) covered = abs(covered - 2 * nearest(covered * <f32>0.5));
        if (covered > 1) covered = 1;
      }
      if (covered > MOST && solid) {
        store<u32>(target, plain);
      } else if (covered >= LEAST) {
        const color = kindInRow === 0 ? plain : colorAt(colors, kind, map, <f32>column, <f32>row);
        blend(target, color, <u32>(covered * opacity * 256 + <f32>0.5));
      }
      column++;
    }
    // What is left beyond the last column.
    for (let column = right; column < min(right + 2, width + 2); column++) {
      store<f32>(line + ((<usize>column) << 2), 0);
    }
  }
}

function colorAt(colors: usize, kind: i32, map: usize, column: f32, row: f32): u32 {
  const x = column + <f32>0.5;
  const y = row + <f32>0.5;
  const u = load<f32>(map) * x + load<f32>(map, 8) * y + load<f32>(map, 16);
  let t = u;
  if (kind === 2) {
    const v = load<f32>(map, 4) * x + load<f32>(map, 12) * y + load<f32>(map, 20);
    const middleX = load<f32>(map, 24);
    const middleY = load<f32>(map, 28);
    const along = u * middleX + v * middleY;
    const room = max<f32>(<f32>1e-3, 1 - middleX * middleX - middleY * middleY);
    t = (sqrt(along * along + room * (u * u + v * v)) - along) / room;
  }
  const index = <i32>(max<f32>(0, min<f32>(1, t)) * 255 + <f32>0.5);
  return load<u32>(colors + ((<usize>index) << 2));
}

/** The colours of four pixels next to each other, as much of them as is opaque. */
function fourColors(
  colors: usize,
  plain: u32,
  kind: i32,
  map: usize,
  column: f32,
  row: f32,
  opacity: f32,
): v128 {
  let four: v128;
  if (kind === 0) {
    four = i32x4.splat(plain);
  } else {
    const x = f32x4.add(f32x4.splat(column), f32x4(0.5, 1.5, 2.5, 3.5));
    const u = along(map, x, row, 0);
    let t = u;
    if (kind === 2) {
      const v = along(map, x, row, 4);
      const middleX = load<f32>(map, 24);
      const middleY = load<f32>(map, 28);
      const forward = f32x4.add(
        f32x4.mul(u, f32x4.splat(middleX)),
        f32x4.mul(v, f32x4.splat(middleY)),
      );
      const room = max<f32>(<f32>1e-3, 1 - middleX * middleX - middleY * middleY);
      const squares = f32x4.add(f32x4.mul(u, u), f32x4.mul(v, v));
      const root = f32x4.sqrt(
        f32x4.add(f32x4.mul(forward, forward), f32x4.mul(squares, f32x4.splat(room))),
      );
      t = f32x4.mul(f32x4.sub(root, forward), f32x4.splat(1 / room));
    }
    const share = f32x4.max(f32x4.splat(0), f32x4.min(f32x4.splat(1), t));
    const index = i32x4.trunc_sat_f32x4_s(
      f32x4.add(f32x4.mul(share, f32x4.splat(255)), f32x4.splat(0.5)),
    );
    four = i32x4(
      <i32>load<u32>(colors + ((<usize>i32x4.extract_lane(index, 0)) << 2)),
      <i32>load<u32>(colors + ((<usize>i32x4.extract_lane(index, 1)) << 2)),
      <i32>load<u32>(colors + ((<usize>i32x4.extract_lane(index, 2)) << 2)),
      <i32>load<u32>(colors + ((<usize>i32x4.extract_lane(index, 3)) << 2)),
    );
  }
  return opacity >= 1 ? four : scaledBytes(four, i8x16.splat(<i8>(opacity * 255 + <f32>0.5)));
}

/** Where pixels of a row lie in the gradient's space. @param axis 0: across, 4: down */
function along(map: usize, x: v128, row: f32, axis: usize): v128 {
  const at = map + axis;
  return f32x4.add(
    f32x4.mul(x, f32x4.splat(load<f32>(at))),
    f32x4.splat(load<f32>(at, 8) * (row + <f32>0.5) + load<f32>(at, 16)),
  );
}

const PAIR: u32 = 0x00ff00ff;

/** Paints a premultiplied colour over a pixel. @param share how much of it, 0 to 256 */
function blend(target: usize, color: u32, share: u32): void {
  const even = (((color & PAIR) * share) >>> 8) & PAIR;
  const odd = (((color >>> 8) & PAIR) * share) & ~PAIR;
  store<u32>(target, over(even | odd, load<u32>(target)));
}
