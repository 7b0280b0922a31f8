import { cssColor, readColor } from '../../color';
import { shareOf, type Style } from './style';

/**
 * A colour of an SVG as every canvas understands it.
 *
 * @param value as the file writes it; black where it can't be read, as where none is given
 * @param opacity 0 to 1
 * @param style what `currentColor` is looked for in
 */
export function colorOf(value: string, opacity: number, style: Style): string {
  const own = /^currentcolor$/i.test(value.trim()) ? (style['color'] ?? '#000000') : value;
  // Colours for print follow those for screens.
  const color = readColor(own.replace(/\s*(icc|device)-.*$/, '')) ?? { r: 0, g: 0, b: 0, a: 1 };
  return cssColor({ ...color, a: color.a * opacity });
}

/** The colour of a gradient's stop. */
export function stopColor(style: Style, opacity: number): string {
  return colorOf(style['stop-color'] ?? '#000000', opacity * shareOf(style['stop-opacity']), style);
}
