import type { Box } from '../../geometry';
import { instantiateKernel, type Kernel } from '../../kernel';

const RGBA_BYTES = 4;

/**
 * An opaque picture as encoders of film take it: yuv420p, the luma of each pixel row by row, then both planes of
 * chroma, a value for two by two pixels (ITU-R BT.709, limited range).
 */
export class Yuv420Picture {
  private readonly kernel: Kernel;
  private readonly planes: Uint8Array;

  /** @param width @param height pixels, both even */
  constructor(
    readonly width: number,
    readonly height: number,
  ) {
    if (width % 2 !== 0 || height % 2 !== 0) throw new Error('A film’s sides must be even.');
    const pixels = width * height;
    this.kernel = instantiateKernel(pixels * RGBA_BYTES + pixels * 1.5);
    this.planes = new Uint8Array(this.kernel.memory.buffer, pixels * RGBA_BYTES, pixels * 1.5);
  }

  /** The planes, as they are now; they change with the next update. */
  get bytes(): Uint8Array {
    return this.planes;
  }

  /** The smallest box around another whose sides lie on even pixels: what has to be given to change that one. */
  evenBox({ x, y, width, height }: Box): Box {
    const [left, top] = [x - (x % 2), y - (y % 2)];
    const [right, bottom] = [x + width, y + height];
    return {
      x: left,
      y: top,
      width: right + (right % 2) - left,
      height: bottom + (bottom % 2) - top,
    };
  }

  /**
   * Changes a part of the picture.
   *
   * @param box whole pixels inside the picture, on even pixels (evenBox)
   * @param rgba what is in it, row by row; alpha is left out of account
   */
  update({ x, y, width, height }: Box, rgba: Uint8Array | Uint8ClampedArray): void {
    const pixels = this.width * this.height;
    new Uint8Array(this.kernel.memory.buffer, 0, rgba.length).set(rgba);
    const luma = pixels * RGBA_BYTES;
    const chroma = luma + pixels + (y / 2) * (this.width / 2) + x / 2;
    this.kernel.yuv420(
      ...[0, width, height],
      ...[luma + y * this.width + x, chroma, chroma + pixels / 4, this.width],
    );
  }
}
