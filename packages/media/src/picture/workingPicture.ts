import { open as openFile, readFile, stat } from 'node:fs/promises';
import sharp, { type Metadata, type Sharp } from 'sharp';
import { Problem } from '@cruvo/core/problem';
import { checkSvg } from './checkSvg';

/** The longest side of a working picture, pixels; larger ones are scaled down, smaller ones kept. */
export const WORKING_SIDE = 2048;
/** The longest side that a picture may come with, pixels. */
export const LONGEST_SIDE = 16_384;
/** The most pixels that a picture may come with. */
export const MOST_PIXELS = 120_000_000;
const LARGEST_FILE = 200_000_000;
const LARGEST_SVG = 20_000_000;

const FORMATS = new Set(['png', 'jpeg', 'webp', 'svg']);

export interface WorkingPicture {
  /** PNG with transparency. */
  readonly png: Buffer;
  /** Pixels. */
  readonly width: number;
  readonly height: number;
}

/**
 * Makes the copy of a picture that Cruvo works with: a PNG, upright, at most 2048 pixels a side.
 * The kind of file is told by its content. Sizes are checked before anything is decoded.
 *
 * @throws Problem in one sentence when it is no picture, damaged, too large or not only a picture
 */
export async function workingPicture(path: string, name: string): Promise<WorkingPicture> {
  const { size } = await stat(path);
  if (size === 0) throw new Problem('bad-input', `“${name}” is empty. Export the picture again.`);
  if (size > LARGEST_FILE) {
    throw new Problem(
      'too-large',
      `“${name}” is ${Math.round(size / 1e6)} MB; a picture can be up to ${LARGEST_FILE / 1e6} MB.`,
    );
  }
  if (await looksLikeXml(path)) {
    if (size > LARGEST_SVG)
      throw new Problem(
        'too-large',
        `“${name}” is too large for an SVG (at most ${LARGEST_SVG / 1e6} MB). Simplify it.`,
      );
    checkSvg(await readFile(path, 'utf8'), name);
  }
  const metadata = await readMetadata(path, name);
  const { width, height } = metadata;
  if (!FORMATS.has(metadata.format)) throw unreadable(name);
  if (width > LONGEST_SIDE || height > LONGEST_SIDE || width * height > MOST_PIXELS) {
    throw new Problem(
      'too-large',
      `“${name}” is ${width} × ${height} pixels; a picture can have up to ${LONGEST_SIDE} a side and ${MOST_PIXELS / 1e6} million in all. Scale it down.`,
    );
  }
  return toPng(await decoderFor(path, metadata), name);
}

async function readMetadata(path: string, name: string): Promise<Metadata> {
  try {
    return await sharp(path, { limitInputPixels: false }).metadata();
  } catch {
    throw unreadable(name);
  }
}

async function decoderFor(path: string, metadata: Metadata): Promise<Sharp> {
  const options = { limitInputPixels: MOST_PIXELS, failOn: 'truncated' as const };
  if (metadata.format !== 'svg') return sharp(path, options);
  return sharp(path, { ...options, density: await svgDensity(path, metadata) });
}

const PLAIN_DENSITY = 72;
const HIGHEST_DENSITY = 2400;

/**
 * The density at which an SVG is as large as working pictures get, since it has no pixels of its own
 * to lose. One measured in centimetres or points grows with the square of the density, one measured
 * in pixels evenly, so a second look tells which.
 */
async function svgDensity(path: string, { width, height }: Metadata): Promise<number> {
  const doubled = await sharp(path, {
    limitInputPixels: false,
    density: 2 * PLAIN_DENSITY,
  }).metadata();
  const power = Math.max(1, Math.round(Math.log2(doubled.width / width)));
  const growth = (WORKING_SIDE / Math.max(width, height)) ** (1 / power);
  return Math.min(HIGHEST_DENSITY, Math.max(1, PLAIN_DENSITY * growth));
}

async function toPng(picture: Sharp, name: string): Promise<WorkingPicture> {
  try {
    const { data, info } = await picture
      .rotate()
      .resize({
        width: WORKING_SIDE,
        height: WORKING_SIDE,
        fit: 'inside',
        withoutEnlargement: true,
      })
      .toColourspace('srgb')
      .ensureAlpha()
      .png({ compressionLevel: 6 })
      .toBuffer({ resolveWithObject: true });
    return { png: data, width: info.width, height: info.height };
  } catch {
    throw new Problem(
      'bad-input',
      `“${name}” is damaged or cut off. Export or copy the picture again.`,
    );
  }
}

function unreadable(name: string): Problem {
  return new Problem(
    'bad-input',
    `“${name}” is not a picture that Cruvo can read. Use a PNG, JPEG, WebP or SVG file.`,
  );
}

async function looksLikeXml(path: string): Promise<boolean> {
  const file = await openFile(path, 'r');
  const { buffer, bytesRead } = await file.read(Buffer.alloc(1024), 0, 1024, 0);
  await file.close();
  return /^[\s\uFEFF]*</.test(
    buffer
      .subarray(0, bytesRead)
      .toString('utf8')
      .replace(/^\uFEFF/, ''),
  );
}
