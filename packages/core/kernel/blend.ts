// Mixing colours with those beneath, in AssemblyScript: compiled to WebAssembly by `npm run kernel`.
// Formulas of W3C, Compositing and Blending Level 1, and linear burn (under + over - 1) of painting programs; the modes are numbered as in frame/blendMode.ts.

/**
 * Mixes a block of premultiplied RGBA pixels with others.
 *
 * @param source its first pixel, rows `sourceStride` pixels apart
 * @param target the first pixel that it is mixed with, rows `targetStride` pixels apart
 * @param mode 1: multiply, and so on
 * @param table room for 768 bytes
 */
export function blendPixels(
  source: usize,
  sourceStride: i32,
  target: usize,
  targetStride: i32,
  width: i32,
  height: i32,
  mode: i32,
  table: usize,
): void {
  // Light over a stage is one colour, and what lies beneath is mostly opaque.
  let tableFor: u32 = 0;
  let lastAbove: u32 = 0;
  let times = 0;
  for (let row = 0; row < height; row++) {
    let from = source + ((<usize>(row * sourceStride)) << 2);
    let to = target + ((<usize>(row * targetStride)) << 2);
    const end = to + ((<usize>width) << 2);
    for (; to < end; to += 4, from += 4) {
      const above = load<u32>(from);
      if (above === 0) continue;
      const below = load<u32>(to);
      times = above === lastAbove ? times + 1 : 0;
      lastAbove = above;
      if (times < WORTH_A_TABLE || mode > LAST_SEPARABLE || below >>> 24 !== 255) {
        store<u32>(to, mixed(above, below, mode));
        continue;
      }
      if (tableFor !== above) {
        tableFor = above;
        fillTable(table, above, mode);
      }
      store<u32>(to, lookedUp(table, below));
    }
  }
}

/** The same colour so often in a row is mixed by a table. */
const WORTH_A_TABLE = 200;
const LAST_SEPARABLE = 11;

/** For each channel what becomes of its 256 values where one colour is mixed with opaque ones. */
function fillTable(table: usize, above: u32, mode: i32): void {
  for (let value: u32 = 0; value < 256; value++) {
    const found = mixed(above, 0xff000000 | (value * 0x010101), mode);
    for (let channel: u32 = 0; channel < 3; channel++) {
      store<u8>(table + (channel << 8) + value, <u8>(found >>> (channel << 3)));
    }
  }
}

function lookedUp(table: usize, below: u32): u32 {
  const r = <u32>load<u8>(table + (below & 255));
  const g = <u32>load<u8>(table + 256 + ((below >>> 8) & 255));
  const b = <u32>load<u8>(table + 512 + ((below >>> 16) & 255));
  return 0xff000000 | (b << 16) | (g << 8) | r;
}

/** The mixed colour, 0 to 1. */
let red: f32 = 0;
let green: f32 = 0;
let blue: f32 = 0;

function mixed(above: u32, below: u32, mode: i32): u32 {
  const alphaAbove = <f32>(above >>> 24) / 255;
  const alphaBelow = <f32>(below >>> 24) / 255;
  const r = channel(above, 0);
  const g = channel(above, 8);
  const b = channel(above, 16);
  const belowR = channel(below, 0);
  const belowG = channel(below, 8);
  const belowB = channel(below, 16);
  if (mode === LIGHTER) {
    return packed(r + belowR, g + belowG, b + belowB, alphaAbove + alphaBelow);
  }
  const oneAbove: f32 = alphaAbove > 0 ? <f32>1 / alphaAbove : 0;
  const oneBelow: f32 = alphaBelow > 0 ? <f32>1 / alphaBelow : 0;
  mix(
    min<f32>(1, belowR * oneBelow),
    min<f32>(1, belowG * oneBelow),
    min<f32>(1, belowB * oneBelow),
    min<f32>(1, r * oneAbove),
    min<f32>(1, g * oneAbove),
    min<f32>(1, b * oneAbove),
    mode,
  );
  const both = alphaAbove * alphaBelow;
  return packed(
    r * (1 - alphaBelow) + belowR * (1 - alphaAbove) + both * red,
    g * (1 - alphaBelow) + belowG * (1 - alphaAbove) + both * green,
    b * (1 - alphaBelow) + belowB * (1 - alphaAbove) + both * blue,
    alphaAbove + alphaBelow - both,
  );
}

const LIGHTER = 16;
const LINEAR_BURN = 17;

function channel(pixel: u32, shift: u32): f32 {
  return <f32>((pixel >>> shift) & 255) / 255;
}

function packed(r: f32, g: f32, b: f32, alpha: f32): u32 {
  const a = byteOf(alpha);
  return (a << 24) | (min(a, byteOf(b)) << 16) | (min(a, byteOf(g)) << 8) | min(a, byteOf(r));
}

function byteOf(value: f32): u32 {
  return <u32>(max<f32>(0, min<f32>(1, value)) * 255 + <f32>0.5);
}

/** Mixes what is beneath (`under`) with what is above (`r`, `g`, `b`), none of them multiplied. */
function mix(underR: f32, underG: f32, underB: f32, r: f32, g: f32, b: f32, mode: i32): void {
  if (mode < 12 || mode === LINEAR_BURN) {
    red = separable(underR, r, mode);
    green = separable(underG, g, mode);
    blue = separable(underB, b, mode);
    return;
  }
  const light = luminosity(underR, underG, underB);
  if (mode === 12) {
    setSaturation(r, g, b, saturation(underR, underG, underB));
    setLuminosity(red, green, blue, light);
  } else if (mode === 13) {
    setSaturation(underR, underG, underB, saturation(r, g, b));
    setLuminosity(red, green, blue, light);
  } else if (mode === 14) {
    setLuminosity(r, g, b, light);
  } else {
    setLuminosity(underR, underG, underB, luminosity(r, g, b));
  }
}

function separable(under: f32, over: f32, mode: i32): f32 {
  switch (mode) {
    case 1:
      return under * over;
    case 2:
      return screen(under, over);
    case 3:
      return hardLight(over, under);
    case 4:
      return min(under, over);
    case 5:
      return max(under, over);
    case 6:
      return under === 0 ? 0 : over >= 1 ? 1 : min<f32>(1, under / (1 - over));
    case 7:
      return under >= 1 ? 1 : over <= 0 ? 0 : 1 - min<f32>(1, (1 - under) / over);
    case 8:
      return hardLight(under, over);
    case 9:
      return softLight(under, over);
    case 10:
      return abs(under - over);
    case LINEAR_BURN:
      return max<f32>(0, under + over - 1);
    default:
      return under + over - 2 * under * over;
  }
}

function screen(under: f32, over: f32): f32 {
  return under + over - under * over;
}

function hardLight(under: f32, over: f32): f32 {
  return over <= 0.5 ? under * 2 * over : screen(under, 2 * over - 1);
}

function softLight(under: f32, over: f32): f32 {
  if (over <= 0.5) return under - (1 - 2 * over) * under * (1 - under);
  const bright: f32 =
    under <= 0.25 ? ((16 * under - 12) * under + 4) * under : <f32>sqrt<f32>(under);
  return under + (2 * over - 1) * (bright - under);
}

function luminosity(r: f32, g: f32, b: f32): f32 {
  return <f32>0.3 * r + <f32>0.59 * g + <f32>0.11 * b;
}

function saturation(r: f32, g: f32, b: f32): f32 {
  return max(r, max(g, b)) - min(r, min(g, b));
}

function setSaturation(r: f32, g: f32, b: f32, wanted: f32): void {
  const least = min(r, min(g, b));
  const range = max(r, max(g, b)) - least;
  const factor: f32 = range > 0 ? wanted / range : 0;
  red = (r - least) * factor;
  green = (g - least) * factor;
  blue = (b - least) * factor;
}

function setLuminosity(r: f32, g: f32, b: f32, wanted: f32): void {
  const change = wanted - luminosity(r, g, b);
  red = r + change;
  green = g + change;
  blue = b + change;
  // Colours that leave the range come back to it, as light as they are.
  const least = min(red, min(green, blue));
  const most = max(red, max(green, blue));
  if (least < 0) bringIn(wanted, wanted / (wanted - least));
  if (most > 1) bringIn(wanted, (1 - wanted) / (most - wanted));
}

function bringIn(light: f32, factor: f32): void {
  red = light + (red - light) * factor;
  green = light + (green - light) * factor;
  blue = light + (blue - light) * factor;
}
