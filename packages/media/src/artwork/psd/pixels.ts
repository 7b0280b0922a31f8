import { getLayerImageData, getLayerMaskImageData, type Layer, type PixelData } from 'ag-psd';
import type { Pixels } from '../layerStore';
import { paintedSvg } from '../paintedSvg';
import type { Area } from './colors';
import { outlineOf, type VectorOutline } from './paths';

/** Pixels and where their left upper corner lies on the page. */
export interface PlacedPixels extends Pixels {
  readonly data: Uint8ClampedArray;
  readonly left: number;
  readonly top: number;
}

export function areaOf({ left = 0, top = 0, right = 0, bottom = 0 }: Partial<Area>): Area {
  return { left, top, right, bottom };
}

export const isEmpty = ({ left, top, right, bottom }: Area) => right <= left || bottom <= top;

/** Pixels of any depth with 8 bits a channel: of 16 the upper ones, of 32 light as screens show it (IEC 61966-2-1). */
export function inBytes({ data, width, height }: PixelData): Pixels & { data: Uint8ClampedArray } {
  if (data instanceof Uint8ClampedArray) return { data, width, height };
  const bytes = new Uint8ClampedArray(data.length);
  if (data instanceof Uint16Array)
    for (let at = 0; at < data.length; at++) bytes[at] = data[at]! >> 8;
  else if (data instanceof Float32Array) {
    for (let at = 0; at < data.length; at++) {
      bytes[at] = 255 * (at % 4 === 3 ? data[at]! : shownLight(data[at]!));
    }
  } else bytes.set(data);
  return { data: bytes, width, height };
}

function shownLight(light: number): number {
  return light <= 0.0031308 ? 12.92 * light : 1.055 * Math.max(0, light) ** (1 / 2.4) - 0.055;
}

/** What is drawn on a layer; null for nothing. */
export function drawnPixels(layer: Layer): PlacedPixels | null {
  const { left, top } = areaOf(layer);
  const pixels = isEmpty(areaOf(layer)) ? undefined : getLayerImageData(layer);
  return pixels ? { ...inBytes(pixels), left, top } : null;
}

/** Whether a layer has a mask of one kind or the other that is in use. */
export function isMasked({ mask, vectorMask }: Layer): boolean {
  return (
    (mask !== undefined && !mask.disabled) || (vectorMask !== undefined && !vectorMask.disable)
  );
}

/**
 * How much of each pixel of an area a layer's masks let be seen, 0 to 255 [width * height].
 *
 * @param page its size in pixels
 */
export async function maskShares(
  layer: Layer,
  area: Area,
  page: { readonly width: number; readonly height: number },
): Promise<Uint8Array> {
  const [width, height] = [area.right - area.left, area.bottom - area.top];
  const shares = new Uint8Array(width * height).fill(255);
  const { mask, vectorMask } = layer;
  if (mask && !mask.disabled) {
    const picture = getLayerMaskImageData(layer);
    const drawn = picture && inBytes(picture);
    const { left, top } = areaOf(mask);
    const beside = mask.defaultColor ?? 255;
    const density = mask.userMaskDensity ?? 1;
    eachPixel(area, (at, x, y) => {
      const [column, row] = [x - left, y - top];
      const inside = drawn && column >= 0 && row >= 0 && column < drawn.width && row < drawn.height;
      const share = inside ? drawn.data[4 * (row * drawn.width + column)]! : beside;
      shares[at] = 255 - density * (255 - share);
    });
  }
  if (vectorMask && !vectorMask.disable) {
    const drawn = await paintedShares(outlineOf(vectorMask, page), area);
    const density = mask?.vectorMaskDensity ?? 1;
    for (let at = 0; at < shares.length; at++) {
      shares[at] = (shares[at]! * (255 - density * (255 - drawn[at]!))) / 255;
    }
  }
  return shares;
}

function eachPixel(area: Area, visit: (at: number, x: number, y: number) => void): void {
  let at = 0;
  for (let y = area.top; y < area.bottom; y++) {
    for (let x = area.left; x < area.right; x++) visit(at++, x, y);
  }
}

/** How much of each pixel an outline covers. */
async function paintedShares({ path, rule }: VectorOutline, area: Area): Promise<Uint8Array> {
  const [width, height] = [area.right - area.left, area.bottom - area.top];
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" viewBox="${area.left} ${area.top} ${width} ${height}"><path d="${path}" fill="#fff" fill-rule="${rule}"/></svg>`;
  return paintedSvg(svg, { width, height }).ensureAlpha().extractChannel('alpha').raw().toBuffer();
}

/** Pixels as far as they are let be seen. @param shares 0 to 255 [width * height] */
export function seenThrough(pixels: PlacedPixels, shares: Uint8Array): PlacedPixels {
  const data = new Uint8ClampedArray(pixels.data);
  for (let at = 0; at < shares.length; at++)
    data[4 * at + 3] = (data[4 * at + 3]! * shares[at]!) / 255;
  return { ...pixels, data };
}
