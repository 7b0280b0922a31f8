import type { Pixels } from './layerStore';

/** Where a picture lies on the page, and how it is a mask. */
export interface MaskPlace {
  /** Pixels of the page. */
  readonly left: number;
  readonly top: number;
  /** Size of the page, pixels. */
  readonly width: number;
  readonly height: number;
  /** Whether something is seen where the picture is, or where it is not. */
  readonly inside: boolean;
  /** 0 to 1. */
  readonly opacity: number;
}

/** White as large as the page where a picture lets something be seen. */
export function maskFrom(picture: Pixels, place: MaskPlace): Pixels {
  const { left, top, width, height, inside, opacity } = place;
  const data = new Uint8ClampedArray(4 * width * height).fill(255);
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const [column, row] = [x - left, y - top];
      const isThere = column >= 0 && row >= 0 && column < picture.width && row < picture.height;
      const alpha = isThere ? picture.data[4 * (row * picture.width + column) + 3]! * opacity : 0;
      data[4 * (y * width + x) + 3] = inside ? alpha : 255 - alpha;
    }
  }
  return { data, width, height };
}
