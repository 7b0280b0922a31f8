import { Problem } from '../../problem';
import { colorOf } from './color';
import { gradientOn, wholeGradient, type PaintedShape } from './gradient';
import type { Style } from './style';
import type { Paint } from '../../frame';

/** The id that a `fill` or `stroke` value refers to; undefined for a colour. */
export function paintReference(value: string | undefined): string | undefined {
  return /^\s*url\(\s*['"]?#([^'")]+)['"]?\s*\)/.exec(value ?? '')?.[1];
}

/**
 * The paint that a `fill` or `stroke` value and its opacity stand for; null for none.
 *
 * @param style what the shape inherits
 * @throws Problem when it refers to something that is no gradient
 */
export function paintOf(
  value: string,
  opacity: number,
  style: Style,
  shape: PaintedShape,
): Paint | null {
  if (/^\s*(none|transparent)\s*$/i.test(value)) return null;
  const reference = paintReference(value);
  if (reference === undefined) return colorOf(value, opacity, style);
  const gradient = wholeGradient(shape.definitions.get(reference), shape.definitions);
  if (gradient) return gradientOn(gradient, opacity, shape);
  throw new Problem(
    'bad-input',
    `This SVG paints with “${reference}”, which is not a gradient of its own.`,
  );
}
