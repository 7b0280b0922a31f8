import { readColor, type Rgba } from '../color';

const colors = new Map<string, Uint32Array>();
const BLACK: Rgba = { r: 0, g: 0, b: 0, a: 1 };
/** So many colours are kept. */
const KEPT_COLORS = 4096;

/** A colour of style sheets, premultiplied, as pixels hold it. */
export function colorOf(css: string): number {
  let known = colors.get(css);
  if (!known) {
    if (colors.size > KEPT_COLORS) colors.clear();
    colors.set(css, (known = Uint32Array.of(mixed(css, css, 0))));
  }
  return known[0]!;
}

/** A colour between two, premultiplied, as pixels hold it. @param share of the other, 0 to 1 */
export function mixed(one: string, other: string, share: number): number {
  const [from, to] = [readColor(one) ?? BLACK, readColor(other) ?? BLACK];
  const at = (a: number, b: number) => a + share * (b - a);
  const alpha = at(from.a, to.a);
  const byte = (a: number, b: number) => Math.round(255 * at(a, b) * alpha);
  return (
    ((Math.round(255 * alpha) << 24) |
      (byte(from.b, to.b) << 16) |
      (byte(from.g, to.g) << 8) |
      byte(from.r, to.r)) >>>
    0
  );
}
