/** Bytes from which it pays to use memory again: garbage is collected late, and layers can be as large as the page. */
const LARGE = 16e6;

let spare: Uint8ClampedArray | null = null;

/** See-through pixels. @param length bytes */
export function takePixels(length: number): Uint8ClampedArray {
  if (spare?.length !== length) return new Uint8ClampedArray(length);
  const taken = spare.fill(0);
  spare = null;
  return taken;
}

/** What nobody reads any more is used for the next layer of the same size. */
export function giveBackPixels(data: Uint8Array | Uint8ClampedArray): void {
  if (data instanceof Uint8ClampedArray && data.length >= LARGE) spare = data;
}

/** Lets go of what was given back, when a file is read. */
export function forgetPixels(): void {
  spare = null;
}
