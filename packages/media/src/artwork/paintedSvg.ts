import sharp, { type Sharp } from 'sharp';

/**
 * An SVG painted by librsvg.
 *
 * @param svg one whose root says no size of its own, only a viewBox
 * @param size in pixels, of the viewBox's proportions; rounded to whole ones
 */
export function paintedSvg(
  svg: string,
  { width, height }: { readonly width: number; readonly height: number },
): Sharp {
  // The size in pixels alone tells how large it is painted.
  const sized = svg.replace('<svg ', `<svg width="${width}" height="${height}" `);
  return sharp(Buffer.from(sized), { limitInputPixels: false });
}
