import type {
  BlendMode as PsdBlendMode,
  LayerEffectGradientOverlay,
  LayerEffectsInfo,
  UnitsValue,
} from 'ag-psd';
import sharp from 'sharp';
import { svgText } from '@cruvo/core/formats';
import { paintedSvg } from '../paintedSvg';
import { gradientElement, rgbOf, type Rgb } from './colors';
import { distanceFrom } from './distance';
import type { PlacedPixels } from './pixels';

/** Standard deviations of a blur for one pixel of an effect's size. */
const SOFTNESS = 0.5;

/** A layer as its effects let it look. */
export interface WithEffects {
  readonly pixels: PlacedPixels;
  /** Effects that are not drawn, or not quite so, in plain words. */
  readonly differing: readonly string[];
}

interface Sheet {
  /** One for all of it, or one for each pixel: 4 values a pixel, the last of them how much of it is seen. */
  readonly color: Rgb | Uint8Array;
  /** How much of each pixel it covers, 0 to 1 [width * height]. */
  readonly shares: Float32Array;
}

/**
 * Draws the effects of a layer into its pixels: shadows and glows behind and inside it, a colour over it and a line
 * around it.
 *
 * @param fill how much of the layer itself is seen, 0 to 1
 */
export async function withEffects(
  layer: PlacedPixels,
  effects: LayerEffectsInfo,
  fill: number,
): Promise<WithEffects> {
  const differing = new Set<string>();
  const scale = effects.scale ?? 1;
  const sizeOf = (size: UnitsValue | undefined) => (size?.value ?? 0) * scale;
  const used = <Effect extends { enabled?: boolean }>(list: readonly Effect[] = []) =>
    list.filter(({ enabled }) => enabled !== false);
  const one = <Effect extends { enabled?: boolean }>(effect: Effect | undefined) =>
    used(effect ? [effect] : []);
  const [shadows, innerShadows] = [used(effects.dropShadow), used(effects.innerShadow)];
  const [glows, innerGlows] = [one(effects.outerGlow), one(effects.innerGlow)];
  const [lines, overlays] = [used(effects.stroke), used(effects.solidFill)];
  const reach = Math.ceil(
    Math.max(
      0,
      ...shadows.map(({ size, distance }) => 1.5 * sizeOf(size) + sizeOf(distance)),
      ...glows.map(({ size }) => 1.5 * sizeOf(size)),
      ...lines.map(({ size }) => sizeOf(size) + 1),
    ),
  );
  const wide = padded(layer, reach);
  const { width, height } = wide;
  const own = Float32Array.from(
    { length: width * height },
    (_, at) => wide.data[4 * at + 3]! / 255,
  );
  const colorOf = (effect: { color?: Parameters<typeof rgbOf>[0] }) =>
    rgbOf(effect.color) ?? [0, 0, 0];
  const check = (name: string, mode: string | undefined, usual: readonly PsdBlendMode[]) => {
    if (mode !== undefined && mode !== 'normal' && !usual.includes(mode as PsdBlendMode))
      differing.add(name);
  };
  const soft = (shares: Float32Array, size: number, choke = 0) =>
    blurred(
      spread(shares, width, height, size * choke),
      width,
      height,
      size * (1 - choke) * SOFTNESS,
    );
  const moved = (shares: Float32Array, angle = 120, distance = 0) => {
    const turn = (angle * Math.PI) / 180;
    // Light comes from the angle: the shadow falls away from it, and y counts downwards.
    return shifted(shares, width, height, -distance * Math.cos(turn), distance * Math.sin(turn));
  };

  const behind: Sheet[] = [];
  for (const shadow of shadows) {
    check('a shadow', shadow.blendMode, ['multiply', 'linear burn', 'darken']);
    const cast = moved(own, shadow.angle, sizeOf(shadow.distance));
    const shares = await soft(cast, sizeOf(shadow.size), (shadow.choke?.value ?? 0) / 100);
    behind.push({ color: colorOf(shadow), shares: times(shares, shadow.opacity ?? 1) });
  }
  for (const glow of glows) {
    check('a glow', glow.blendMode, ['screen', 'linear dodge', 'lighten']);
    const shares = await soft(own, sizeOf(glow.size), (glow.choke?.value ?? 0) / 100);
    behind.push({ color: colorOf(glow), shares: times(shares, glow.opacity ?? 1) });
  }
  const inside: Sheet[] = [];
  for (const overlay of overlays) {
    check('a colour over it', overlay.blendMode, []);
    inside.push({ color: colorOf(overlay), shares: times(own, overlay.opacity ?? 1) });
  }
  for (const overlay of used(effects.gradientOverlay)) {
    check('a gradient over it', overlay.blendMode, []);
    const colors = await gradientPixels(overlay, wide, reach);
    if (colors) inside.push({ color: colors, shares: times(own, overlay.opacity ?? 1) });
    else differing.add('a gradient over it');
  }
  for (const glow of innerGlows) {
    check('a glow inside', glow.blendMode, ['screen', 'linear dodge', 'lighten']);
    if (glow.source === 'center') differing.add('a glow inside');
    const shares = await soft(left(own), sizeOf(glow.size));
    inside.push({ color: colorOf(glow), shares: both(shares, own, glow.opacity ?? 1) });
  }
  for (const shadow of innerShadows) {
    check('a shadow inside', shadow.blendMode, ['multiply', 'linear burn', 'darken']);
    const cast = left(moved(own, shadow.angle, sizeOf(shadow.distance)));
    const shares = await soft(cast, sizeOf(shadow.size));
    inside.push({ color: colorOf(shadow), shares: both(shares, own, shadow.opacity ?? 1) });
  }
  for (const line of lines) {
    check('a line around it', line.blendMode, []);
    if (line.fillType !== undefined && line.fillType !== 'color') differing.add('a line around it');
    const { position = 'outside' } = line;
    const size = sizeOf(line.size);
    const [outer, inner] = { outside: [size, 0], inside: [0, size], center: [size / 2, size / 2] }[
      position
    ] as [number, number];
    const grown = spread(own, width, height, outer);
    const shrunk = inner > 0 ? left(spread(left(own), width, height, inner)) : own;
    const shares = grown.map((share, at) => Math.max(0, share - shrunk[at]!));
    inside.push({ color: colorOf(line), shares: times(shares, line.opacity ?? 1) });
  }
  if (one(effects.bevel).length > 0) differing.add('a bevel');
  if (one(effects.satin).length > 0) differing.add('satin');
  if (one(effects.patternOverlay).length > 0) differing.add('a pattern over it');

  const data = new Float32Array(width * height * 4);
  for (const sheet of behind) laid(data, sheet);
  for (let at = 0; at < own.length; at++) {
    // What is behind a layer is not seen through its own fill.
    keepLess(data, 4 * at, own[at]!);
    const pixel = [0, 1, 2].map((channel) => wide.data[4 * at + channel]!) as unknown as Rgb;
    over(data, 4 * at, pixel, own[at]! * fill);
  }
  for (const sheet of inside) laid(data, sheet);
  return { pixels: { ...wide, data: straight(data) }, differing: [...differing] };
}

/** With room for what is around. @param by pixels */
function padded(pixels: PlacedPixels, by: number): PlacedPixels {
  const [width, height] = [pixels.width + 2 * by, pixels.height + 2 * by];
  const data = new Uint8ClampedArray(width * height * 4);
  for (let row = 0; row < pixels.height; row++) {
    const from = 4 * row * pixels.width;
    const line = pixels.data.subarray(from, from + 4 * pixels.width);
    data.set(line, 4 * ((row + by) * width + by));
  }
  return { data, width, height, left: pixels.left - by, top: pixels.top - by };
}

const times = (shares: Float32Array, factor: number) => shares.map((share) => share * factor);
const left = (shares: Float32Array) => shares.map((share) => 1 - share);
const both = (one: Float32Array, other: Float32Array, factor: number) =>
  one.map((share, at) => share * other[at]! * factor);

/** Grown by some pixels on all sides. */
function spread(shares: Float32Array, width: number, height: number, by: number): Float32Array {
  if (by <= 0) return shares;
  const distance = distanceFrom(shares, width, height);
  return shares.map((share, at) =>
    Math.max(share, Math.min(1, Math.max(0, by + 0.5 - distance[at]!))),
  );
}

function shifted(
  shares: Float32Array,
  width: number,
  height: number,
  x: number,
  y: number,
): Float32Array {
  const [right, down] = [Math.round(x), Math.round(y)];
  const result = new Float32Array(shares.length);
  for (let row = 0; row < height; row++) {
    const from = row - down;
    if (from < 0 || from >= height) continue;
    for (let column = 0; column < width; column++) {
      const source = column - right;
      if (source >= 0 && source < width)
        result[row * width + column] = shares[from * width + source]!;
    }
  }
  return result;
}

/** @param deviation of a Gaussian blur, pixels */
async function blurred(shares: Float32Array, width: number, height: number, deviation: number) {
  // The package blurs from 0.3 on.
  if (deviation < 0.3) return shares;
  const bytes = Uint8Array.from(shares, (share) => Math.round(255 * share));
  const soft = await sharp(bytes, { raw: { width, height, channels: 1 } })
    .blur(deviation)
    .extractChannel(0)
    .raw()
    .toBuffer();
  return Float32Array.from(soft, (byte) => byte / 255);
}

function laid(data: Float32Array, { color, shares }: Sheet): void {
  for (let at = 0; at < shares.length; at++) {
    if (shares[at]! === 0) continue;
    if (color instanceof Uint8Array) {
      const [r, g, b, alpha] = color.subarray(4 * at, 4 * at + 4) as unknown as number[];
      over(data, 4 * at, [r!, g!, b!], (shares[at]! * alpha!) / 255);
    } else over(data, 4 * at, color, shares[at]!);
  }
}

/**
 * A gradient over what is drawn on a layer; null for a kind that can't be drawn.
 *
 * @param wide the layer with so much room around it, pixels
 */
async function gradientPixels(
  { gradient, angle, type, scale, reverse, offset }: LayerEffectGradientOverlay,
  { width, height }: PlacedPixels,
  room: number,
): Promise<Uint8Array | null> {
  if (gradient?.type !== 'solid') return null;
  const area = { left: room, top: room, right: width - room, bottom: height - room };
  const look = {
    ...{ angle: angle ?? 90, style: type ?? 'linear', scale: scale ?? 1 },
    ...(reverse === undefined ? {} : { reverse }),
    ...(offset ? { offset } : {}),
  };
  const element = gradientElement('g', { ...gradient, ...look }, area);
  if (!element) return null;
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${width} ${height}"><defs>${svgText(element)}</defs><rect width="${width}" height="${height}" fill="url(#g)"/></svg>`;
  return paintedSvg(svg, { width, height }).ensureAlpha().raw().toBuffer();
}

/** A colour over a premultiplied pixel. */
function over(data: Float32Array, at: number, color: Rgb, share: number): void {
  for (let channel = 0; channel < 3; channel++) {
    data[at + channel] = color[channel]! * share + data[at + channel]! * (1 - share);
  }
  data[at + 3] = share + data[at + 3]! * (1 - share);
}

function keepLess(data: Float32Array, at: number, share: number): void {
  for (let channel = 0; channel < 4; channel++) data[at + channel]! *= 1 - share;
}

function straight(data: Float32Array): Uint8ClampedArray {
  const pixels = new Uint8ClampedArray(data.length);
  for (let at = 0; at < data.length; at += 4) {
    const alpha = data[at + 3]!;
    if (alpha === 0) continue;
    for (let channel = 0; channel < 3; channel++)
      pixels[at + channel] = data[at + channel]! / alpha;
    pixels[at + 3] = 255 * alpha;
  }
  return pixels;
}
