import sharp from 'sharp';
import { Problem } from '@cruvo/core/problem';
import { checkSvg } from './checkSvg';
import { looksPacked, unpacked } from './packed';
import { looksLikeXml, xmlText } from './xmlText';

/** Pixels. */
export interface Size {
  readonly width: number;
  readonly height: number;
}

/** Whether bytes begin as a PNG, a JPEG or a WebP does, by the specifications of these formats. */
export function looksLikePixels(start: Buffer): boolean {
  const text = start.subarray(0, 12).toString('latin1');
  return /^(?:\x89PNG\r\n|\xff\xd8\xff|RIFF[^]{4}WEBP)/.test(text);
}

/**
 * The bytes of a picture that is nothing but a picture, as any reader may have them: pixels as they are, an SVG as
 * UTF-8.
 *
 * @throws Problem for anything else
 */
export function plainPicture(bytes: Buffer, name: string): Buffer {
  if (looksLikeXml(bytes)) {
    const text = xmlText(bytes, name);
    checkSvg(text, name);
    return Buffer.from(text);
  }
  if (looksLikePixels(bytes)) return bytes;
  if (looksPacked(bytes)) return plainPicture(unpacked(bytes, name), name);
  throw notAPicture(name);
}

/** The size of a plain picture as it is seen, by its header alone. @throws Problem where it can't be read */
export async function uprightSize(picture: Buffer, name: string): Promise<Size> {
  try {
    return (await sharp(picture, { limitInputPixels: false }).metadata()).autoOrient;
  } catch {
    throw notAPicture(name);
  }
}

function notAPicture(name: string): Problem {
  return new Problem(
    'bad-input',
    `“${name}” is not a picture that Cruvo can read. Use a PNG, JPEG, WebP or SVG file.`,
  );
}
