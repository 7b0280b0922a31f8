import {
  clampRgb,
  converter,
  modeA98,
  modeHsl,
  modeHwb,
  modeLab,
  modeLch,
  modeLrgb,
  modeOklab,
  modeOklch,
  modeP3,
  modeProphoto,
  modeRec2020,
  modeRgb,
  modeXyz50,
  modeXyz65,
  parse,
  useMode,
} from 'culori/fn';

// All that style sheets may write (CSS Color, level 4).
[modeRgb, modeHsl, modeHwb, modeLab, modeLch, modeOklab, modeOklch].forEach((mode) =>
  useMode(mode),
);
[modeP3, modeRec2020, modeA98, modeProphoto].forEach((mode) => useMode(mode));
[modeXyz50, modeXyz65, modeLrgb].forEach((mode) => useMode(mode));
const toRgb = converter('rgb');

/** A colour of sRGB; each value 0 to 1, not multiplied by alpha. */
export interface Rgba {
  readonly r: number;
  readonly g: number;
  readonly b: number;
  readonly a: number;
}

/** A colour as style sheets write it, brought to sRGB where it is wider; null for what is none. */
export function readColor(css: string): Rgba | null {
  const color = parse(css.trim().toLowerCase());
  if (!color) return null;
  const { r, g, b, alpha = 1 } = clampRgb(toRgb(color));
  return { r, g, b, a: Math.min(1, Math.max(0, alpha)) };
}

/** A colour as every canvas understands it: #rrggbb, or rgba() where it is see-through. */
export function cssColor({ r, g, b, a }: Rgba): string {
  const bytes = [r, g, b].map((value) => Math.round(255 * value));
  return a >= 1
    ? `#${bytes.map((byte) => byte.toString(16).padStart(2, '0')).join('')}`
    : `rgba(${bytes.join(', ')}, ${Number(a.toFixed(4))})`;
}

/** Whether white is seen better on a colour than black (W3C, Techniques for Accessibility Evaluation, brightness). */
export function isDark({ r, g, b }: Rgba): boolean {
  return 0.299 * r + 0.587 * g + 0.114 * b < 0.5;
}

/** A colour on its way from one to another, share by share of sRGB. All as #rrggbb. @param share 0 to 1 */
export function mixedColor(from: string, to: string, share: number): string {
  const [one, other] = [parseInt(from.slice(1), 16), parseInt(to.slice(1), 16)];
  const mixed = [16, 8, 0].map((shift) => {
    const [a, b] = [(one >> shift) & 255, (other >> shift) & 255];
    return Math.round(a + (b - a) * share) << shift;
  });
  return `#${mixed
    .reduce((sum, byte) => sum | byte, 0)
    .toString(16)
    .padStart(6, '0')}`;
}

/** A colour made lighter (above 0) or darker, up to white at 1 and black at -1. As #rrggbb. */
export function shadedColor(color: string, shade: number): string {
  return shade === 0
    ? color
    : mixedColor(color, shade > 0 ? '#ffffff' : '#000000', Math.abs(shade));
}
