import { intersectionOf, type Box } from '../../geometry';
import type { Plane } from '../../raster';

/** A picture as encoders of what is see-through take it: RGBA, a byte each, row by row. */
export class RgbaPicture {
  readonly bytes: Uint8Array;

  /** @param plane what it shows @param premultiplied whether colours stay multiplied by their opacity */
  constructor(
    private readonly plane: Plane,
    private readonly premultiplied: boolean,
  ) {
    this.bytes = new Uint8Array(4 * plane.width * plane.height);
  }

  /** Takes a box of the plane over. */
  update(box: Box): void {
    const inside = intersectionOf(box, this.plane.box);
    if (this.premultiplied) this.copyRows(inside, this.ownRows(inside));
    else this.plane.withPixels(inside, (pixels) => this.copyRows(inside, rowsIn(pixels, inside)));
  }

  /** Rows of the plane as they are. */
  private ownRows({ x, y, width }: Box): (row: number) => Uint8Array {
    const { pixels } = this.plane;
    const bytes = new Uint8Array(pixels.buffer, pixels.byteOffset, pixels.byteLength);
    const start = (row: number) => 4 * ((y + row) * this.plane.width + x);
    return (row) => bytes.subarray(start(row), start(row) + 4 * width);
  }

  private copyRows({ x, y, height }: Box, rowAt: (row: number) => ArrayLike<number>): void {
    for (let row = 0; row < height; row++) {
      this.bytes.set(rowAt(row), 4 * ((y + row) * this.plane.width + x));
    }
  }
}

const rowsIn =
  (pixels: Uint8ClampedArray, { width }: Box) =>
  (row: number) =>
    pixels.subarray(4 * row * width, 4 * (row + 1) * width);
