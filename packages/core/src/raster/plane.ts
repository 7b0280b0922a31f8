import { BLEND_MODES, type BlendMode } from '../frame';
import { intersectionOf, type Box, type Point } from '../geometry';
import type { Block, KernelMemory } from '../kernel';
import { colorOf } from './colors';

const PIXEL_BYTES = 4;
/** Room that mixing colours takes: what becomes of each value of each channel. */
const BLEND_TABLE_BYTES = 3 * 256;

/**
 * Pixels that are painted by ourselves: premultiplied RGBA, row by row, in the memory of a kernel. Boxes are of whole
 * pixels; what lies outside of the plane is left out.
 */
export class Plane {
  private readonly block: Block;

  /** What is on it is not known until it is filled or written. */
  constructor(
    readonly memory: KernelMemory,
    readonly width: number,
    readonly height: number,
  ) {
    this.block = memory.take(PIXEL_BYTES * width * height);
  }

  /** Gives its memory back; the plane is not used from then on. */
  giveBack(): void {
    this.memory.giveBack(this.block);
  }

  get box(): Box {
    return { x: 0, y: 0, width: this.width, height: this.height };
  }

  /** All pixels, one number of 32 bits each; gone once the memory grows. */
  get pixels(): Uint32Array {
    return new Uint32Array(this.memory.buffer, this.block.address, this.width * this.height);
  }

  /** Where a pixel lies in the memory, bytes. */
  addressOf({ x, y }: Point): number {
    return this.block.address + PIXEL_BYTES * (y * this.width + x);
  }

  /** Fills a box with a colour of style sheets; null: nothing is there. */
  fill(box: Box, color: string | null): void {
    const { x, y, width, height } = intersectionOf(box, this.box);
    const pixel = color === null ? 0 : colorOf(color);
    const { kernel } = this.memory;
    kernel.fillPixels(this.addressOf({ x, y }), this.width, width, height, pixel);
  }

  /** Lays another plane of the same memory over this one, its corner at a pixel, inside a box alone. */
  layOver(source: Plane, corner: Point, box: Box): void {
    this.combine(this.memory.kernel.layOver, source, corner, box);
  }

  /** The same, but what was there before goes. */
  copyFrom(source: Plane, corner: Point, box: Box): void {
    this.combine(this.memory.kernel.copyPixels, source, corner, box);
  }

  /** Mixes the colours of another plane with those beneath, as far as its box reaches. */
  blend(source: Plane, corner: Point, mode: BlendMode): void {
    const { blendPixels } = this.memory.kernel;
    const number = BLEND_MODES.indexOf(mode);
    const table = this.memory.take(BLEND_TABLE_BYTES);
    const blend = (...numbers: number[]) => blendPixels(...numbers, number, table.address);
    this.combine(blend, source, corner, this.box);
    this.memory.giveBack(table);
  }

  /** Keeps what lies inside another plane's box, as much as that is opaque there; what lies beside it stays. */
  keepWithin(mask: Plane, corner: Point = { x: 0, y: 0 }): void {
    const { keepWithin } = this.memory.kernel;
    this.combine((...numbers) => keepWithin(...numbers, 0), mask, corner, this.box);
  }

  /** The same, as much as the other is see-through. */
  keepOutside(mask: Plane, corner: Point): void {
    const { keepWithin } = this.memory.kernel;
    this.combine((...numbers) => keepWithin(...numbers, 1), mask, corner, this.box);
  }

  /** Makes all of it fainter. @param opacity 0 to 1 */
  fade(opacity: number): void {
    const { kernel } = this.memory;
    const byte = Math.round(255 * opacity);
    kernel.fadePixels(this.block.address, this.width, this.width, this.height, byte);
  }

  /** Writes a box. @param rgba its pixels row by row, not multiplied by their opacity */
  write(box: Box, rgba: Uint8ClampedArray): void {
    const lent = new Plane(this.memory, box.width, box.height);
    const count = box.width * box.height;
    new Uint8Array(this.memory.buffer, lent.block.address, PIXEL_BYTES * count).set(rgba);
    this.memory.kernel.premultiply(lent.block.address, count);
    this.copyFrom(lent, box, box);
    lent.giveBack();
  }

  /** The pixels of a box inside the plane row by row, not multiplied by their opacity. */
  read(box: Box): Uint8ClampedArray<ArrayBuffer> {
    return this.withPixels(box, (pixels) => pixels.slice());
  }

  /** The same, without a copy. @param use is given them; afterwards they are gone */
  withPixels<Result>(box: Box, use: (rgba: Uint8ClampedArray<ArrayBuffer>) => Result): Result {
    const lent = new Plane(this.memory, box.width, box.height);
    const corner = { x: -box.x, y: -box.y };
    lent.combine(this.memory.kernel.readPixels, this, corner, lent.box);
    const { address } = lent.block;
    const count = PIXEL_BYTES * box.width * box.height;
    const result = use(new Uint8ClampedArray(this.memory.buffer, address, count));
    lent.giveBack();
    return result;
  }

  private combine(
    how: (...numbers: number[]) => void,
    source: Plane,
    corner: Point,
    box: Box,
  ): void {
    const inside = intersectionOf(intersectionOf(box, this.box), { ...source.box, ...corner });
    const { x, y, width, height } = inside;
    if (width === 0 || height === 0) return;
    how(
      ...[source.addressOf({ x: x - corner.x, y: y - corner.y }), source.width],
      ...[this.addressOf({ x, y }), this.width, width, height],
    );
  }
}
