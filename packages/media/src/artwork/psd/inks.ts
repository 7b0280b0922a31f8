import type { Pixels } from '../layerStore';
import { PACKED, PLAIN, unpacked } from './rawRows';

/** Cyan, magenta, yellow and black, one plane after the other. */
const INKS = 4;

interface InkedPage {
  readonly width: number;
  readonly height: number;
  /** Planes that the file has, INKS and those of further channels. */
  readonly channels: number;
  /** Whether the file has long lengths (PSB). */
  readonly large: boolean;
}

/**
 * A flat picture in CMYK as RGB, without a printer's profile: each ink takes away from its own channel, and black from
 * all of them, as in layers.
 *
 * @param raw how it is packed, and the planes, each of 8 bits and with 255 for no ink
 * @returns null where it is packed in a way that flat pictures are not, or cut off
 */
export function inkPixels(raw: Uint8Array, page: InkedPage): Pixels | null {
  const { width, height, channels, large } = page;
  const length = width * height;
  const packing = raw[1];
  const content = raw.subarray(2);
  if (packing !== PLAIN && packing !== PACKED) return null;
  const planes =
    packing === PLAIN
      ? content
      : unpacked(content, { rows: height * channels, rowBytes: width, large });
  if (channels < INKS || planes.length < INKS * length) return null;
  const data = new Uint8ClampedArray(4 * length);
  for (let at = 0; at < length; at++) {
    const light = planes[3 * length + at]! / 255;
    for (let ink = 0; ink < 3; ink++) data[4 * at + ink] = planes[ink * length + at]! * light;
    data[4 * at + 3] = 255;
  }
  return { data, width, height };
}
