import type { Box } from '../../geometry';
import type { Block } from '../../kernel';
import type { Plane } from '../../raster';

/**
 * An opaque picture as encoders of film take it: yuv420p, the luma of each pixel row by row, then both planes of
 * chroma, a value for two by two pixels (ITU-R BT.709, limited range).
 */
export class Yuv420Picture {
  private readonly block: Block;

  /** @param plane what it shows; its sides are even */
  constructor(private readonly plane: Plane) {
    const { width, height, memory } = plane;
    if (width % 2 !== 0 || height % 2 !== 0) throw new Error('A film’s sides must be even.');
    this.block = memory.take(1.5 * width * height);
  }

  /** The planes of luma and chroma, as they are now; they change with the next update. */
  get bytes(): Uint8Array {
    const { width, height, memory } = this.plane;
    return new Uint8Array(memory.buffer, this.block.address, 1.5 * width * height);
  }

  /** Takes over what the plane shows in a box, or just around it: chroma is one for two by two pixels. */
  update(changed: Box): void {
    const { plane, block } = this;
    const { x, y, width, height } = evenBox(changed);
    const pixels = plane.width * plane.height;
    const chroma = block.address + pixels + (y / 2) * (plane.width / 2) + x / 2;
    plane.memory.kernel.yuv420(
      ...[plane.addressOf({ x, y }), plane.width, width, height],
      ...[block.address + y * plane.width + x, chroma, chroma + pixels / 4, plane.width],
    );
  }
}

/** The smallest box around another whose sides lie on even pixels. */
function evenBox({ x, y, width, height }: Box): Box {
  const [left, top] = [x - (x % 2), y - (y % 2)];
  const [right, bottom] = [x + width, y + height];
  return {
    x: left,
    y: top,
    width: right + (right % 2) - left,
    height: bottom + (bottom % 2) - top,
  };
}
