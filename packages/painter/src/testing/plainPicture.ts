import { inverse, mapped } from '@cruvo/core/geometry';
import { colorOf } from '@cruvo/core/raster';
import type { DrawImage } from '../paint';

/** Draws pictures of a single opaque colour, which are named by it; pixels whose middle lies inside are covered. */
export const plainPicture: DrawImage<string> = (color, box, place, { width, height }) => {
  const back = inverse(place);
  const pixels = Uint32Array.from({ length: width * height }, (_, at) => {
    const { x, y } = mapped(back, { x: (at % width) + 0.5, y: Math.floor(at / width) + 0.5 });
    return x >= 0 && y >= 0 && x < box.width && y < box.height ? colorOf(color) : 0;
  });
  return new Uint8ClampedArray(pixels.buffer);
};
