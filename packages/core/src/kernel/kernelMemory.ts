import { instantiateKernel, PAGE_BYTES, type Kernel } from './kernel';

/** A stretch of a memory that is taken. */
export interface Block {
  /** Bytes from the beginning of the memory, a multiple of 16. */
  readonly address: number;
  readonly bytes: number;
}

/** Sizes of blocks go by this part of a power of two, so that a block given back fits another. */
const PARTS = 4;
const SMALLEST = 64;
/** A memory that is too small grows by this share of it, and by so many bytes at least. */
const GROWTH = 0.5;
const LEAST_GROWTH = 4 << 20;
/** A block given back is taken again for what needs at least half of it. */
const CLASSES_ABOVE = PARTS;

/**
 * A kernel whose memory grows, of which stretches are taken and given back. It is made when it is first needed: browsers
 * give few memories to a page.
 */
export class KernelMemory {
  private made: Kernel | null = null;
  /** Where what was never taken begins. */
  private end = 0;
  /** Blocks that were given back, by class of size. */
  private readonly free = new Map<number, Block[]>();

  get kernel(): Kernel {
    return (this.made ??= instantiateKernel(0));
  }

  /** The bytes of the memory; gone once it grows, with the next block that is taken. */
  get buffer(): ArrayBuffer {
    return this.kernel.memory.buffer;
  }

  /** Takes a block. What is in it is whatever was there before. */
  take(bytes: number): Block {
    const needed = classOf(bytes);
    for (let above = 0; above <= CLASSES_ABOVE; above++) {
      const block = this.free.get(needed + above)?.pop();
      if (block) return block;
    }
    const block = { address: this.end, bytes: bytesOfClass(needed) };
    this.end += block.bytes;
    const size = this.buffer.byteLength;
    // Each growth makes the program look for garbage, so it grows rarely.
    if (this.end > size) {
      const more = Math.max(this.end - size, GROWTH * size, LEAST_GROWTH);
      this.kernel.memory.grow(Math.ceil(more / PAGE_BYTES));
    }
    return block;
  }

  giveBack(block: Block): void {
    const key = classOf(block.bytes);
    const blocks = this.free.get(key);
    if (blocks) blocks.push(block);
    else this.free.set(key, [block]);
  }
}

/** The class of the smallest blocks of so many bytes: each is larger than the one before by a part of a power of two. */
function classOf(bytes: number): number {
  const units = Math.max(1, bytes / SMALLEST);
  const octave = Math.floor(Math.log2(units));
  return PARTS * octave + Math.ceil(PARTS * (units / 2 ** octave - 1));
}

function bytesOfClass(index: number): number {
  return SMALLEST * 2 ** Math.floor(index / PARTS) * (1 + (index % PARTS) / PARTS);
}
