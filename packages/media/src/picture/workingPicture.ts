import { readFile, stat } from 'node:fs/promises';
import sharp, { type Sharp } from 'sharp';
import { Problem } from '@cruvo/core/problem';
import { plainPicture, uprightSize, type Size } from './plainPicture';
import { looksLikeXml } from './xmlText';

/** The longest side of a working picture, pixels; larger ones are scaled down, smaller ones kept. */
export const WORKING_SIDE = 2048;
/** The longest side that a picture may come with, pixels. */
export const LONGEST_SIDE = 16_384;
/** The most pixels that a picture may come with. */
export const MOST_PIXELS = 120_000_000;
const LARGEST_FILE = 200_000_000;
const LARGEST_SVG = 20_000_000;

export interface WorkingPicture extends Size {
  /** PNG with transparency. */
  readonly png: Buffer;
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
  const bytes = await readFile(path);
  const isVector = looksLikeXml(bytes);
  if (isVector && size > LARGEST_SVG)
    throw new Problem(
      'too-large',
      `“${name}” is too large for an SVG (at most ${LARGEST_SVG / 1e6} MB). Simplify it.`,
    );
  const picture = plainPicture(bytes, name);
  const { width, height } = await uprightSize(picture, name);
  if (width > LONGEST_SIDE || height > LONGEST_SIDE || width * height > MOST_PIXELS) {
    throw new Problem(
      'too-large',
      `“${name}” is ${width} × ${height} pixels; a picture can have up to ${LONGEST_SIDE} a side and ${MOST_PIXELS / 1e6} million in all. Scale it down.`,
    );
  }
  const options = { limitInputPixels: MOST_PIXELS, failOn: 'truncated' as const };
  const density = isVector ? { density: await svgDensity(picture, { width, height }) } : {};
  return toPng(sharp(picture, { ...options, ...density }), name);
}

const PLAIN_DENSITY = 72;
const HIGHEST_DENSITY = 2400;

/**
 * The density at which an SVG is as large as working pictures get, since it has no pixels of its own
 * to lose. One measured in centimetres or points grows with the square of the density, one measured
 * in pixels evenly, so a second look tells which.
 */
async function svgDensity(svg: Buffer, { width, height }: Size): Promise<number> {
  const doubled = await sharp(svg, {
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
