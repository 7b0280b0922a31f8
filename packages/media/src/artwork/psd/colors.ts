import type { Color, EffectSolidGradient, ExtraGradientInfo } from 'ag-psd';
import type { SvgNode } from '@cruvo/core/formats';

/** Red, green and blue, 0 to 255. */
export type Rgb = readonly [red: number, green: number, blue: number];

/** A colour of a PSD in sRGB; null for the kinds that need a profile. */
export function rgbOf(color: Color | undefined): Rgb | null {
  if (!color) return [0, 0, 0];
  if ('r' in color) return [color.r, color.g, color.b];
  if ('fr' in color) return [255 * color.fr, 255 * color.fg, 255 * color.fb];
  if ('h' in color) return ofHsb(color);
  if ('c' in color) {
    const of = (ink: number) => (255 - ink) * (1 - color.k / 255);
    return [of(color.c), of(color.m), of(color.y)];
  }
  return 'k' in color ? [255 - color.k, 255 - color.k, 255 - color.k] : null;
}

/** Hue in degrees, saturation and brightness 0 to 1 (Smith, 1978). */
function ofHsb({ h, s, b }: { readonly h: number; readonly s: number; readonly b: number }): Rgb {
  const channel = (offset: number) => {
    const k = (offset + h / 60) % 6;
    return 255 * (b - b * s * Math.max(0, Math.min(k, 4 - k, 1)));
  };
  return [channel(5), channel(3), channel(1)];
}

export const cssOf = (color: Rgb) => `rgb(${color.map(Math.round).join(',')})`;

/** A box in pixels of the page. */
export interface Area {
  readonly left: number;
  readonly top: number;
  readonly right: number;
  readonly bottom: number;
}

/**
 * A gradient over a box as an element of SVG; null for the kinds that SVG has not.
 *
 * @param id to refer to it by
 */
export function gradientElement(
  id: string,
  gradient: EffectSolidGradient & ExtraGradientInfo,
  { left, top, right, bottom }: Area,
): SvgNode | null {
  const { style = 'linear', angle = 0, scale = 1, reverse, offset, colorStops } = gradient;
  if (style !== 'linear' && style !== 'radial') return null;
  const [width, height] = [right - left, bottom - top];
  const middle = {
    x: (left + right) / 2 + ((offset?.x ?? 0) / 100) * width,
    y: (top + bottom) / 2 + ((offset?.y ?? 0) / 100) * height,
  };
  const turn = (-angle * Math.PI) / 180;
  const [across, down] = [Math.cos(turn), Math.sin(turn)];
  // From edge to edge of the box along the angle.
  const half = (scale * (Math.abs(across) * width + Math.abs(down) * height)) / 2;
  const place =
    style === 'linear'
      ? {
          ...{ x1: middle.x - half * across, y1: middle.y - half * down },
          ...{ x2: middle.x + half * across, y2: middle.y + half * down },
        }
      : { cx: middle.x, cy: middle.y, r: half };
  const stops = colorStops
    .map(({ color, location }) => ({
      offset: reverse ? 1 - location : location,
      color: rgbOf(color) ?? ([0, 0, 0] as const),
      opacity: opacityAt(gradient, location),
    }))
    .sort((a, b) => a.offset - b.offset);
  return {
    name: style === 'linear' ? 'linearGradient' : 'radialGradient',
    attributes: {
      id,
      gradientUnits: 'userSpaceOnUse',
      ...Object.fromEntries(Object.entries(place).map(([key, value]) => [key, String(value)])),
    },
    children: stops.map((stop) => ({
      name: 'stop',
      attributes: {
        offset: String(stop.offset),
        'stop-color': cssOf(stop.color),
        'stop-opacity': String(stop.opacity),
      },
      children: [],
    })),
  };
}

/** Between the stops that tell how much of it is seen. */
function opacityAt({ opacityStops }: EffectSolidGradient, location: number): number {
  const sorted = [...opacityStops].sort((a, b) => a.location - b.location);
  const after = sorted.find((stop) => stop.location >= location) ?? sorted.at(-1);
  const before = sorted.findLast((stop) => stop.location <= location) ?? sorted[0];
  if (!after || !before) return 1;
  const span = after.location - before.location;
  const share = span > 0 ? (location - before.location) / span : 0;
  return before.opacity + share * (after.opacity - before.opacity);
}
