import { sharedKernel } from '../kernel';

/** Colours divided by their opacity, in place: RGBA of eight bits each in one number, as canvases are written. */
export function unpremultiply(pixels: Uint32Array): void {
  const { kernel } = sharedKernel(pixels, pixels.byteLength);
  const own = new Uint32Array(kernel.memory.buffer, 0, pixels.length);
  own.set(pixels);
  kernel.unpremultiply(0, pixels.length);
  pixels.set(own);
}
