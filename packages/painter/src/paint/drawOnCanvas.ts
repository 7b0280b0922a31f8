import type { DrawImage, Size } from './images';

/** What drawing pictures needs of a Canvas 2D context; the browser's own and the server's both have it. */
export interface ImageContext<Image> {
  imageSmoothingQuality: 'low' | 'medium' | 'high';
  setTransform(a: number, b: number, c: number, d: number, e: number, f: number): void;
  clearRect(x: number, y: number, width: number, height: number): void;
  drawImage(image: Image, x: number, y: number, width: number, height: number): void;
  getImageData(x: number, y: number, width: number, height: number): { data: Uint8ClampedArray };
}

/**
 * Draws pictures on a canvas that is kept, as large as the largest of them so far.
 *
 * @param contextOf makes an empty canvas of a size, pixels
 */
export function drawOnCanvas<Image>(
  contextOf: (size: Size) => ImageContext<Image>,
): DrawImage<Image> {
  let size: Size = { width: 0, height: 0 };
  let context: ImageContext<Image> | null = null;
  return (image, box, place, { width, height }) => {
    if (!context || size.width < width || size.height < height) {
      size = { width: Math.max(size.width, width), height: Math.max(size.height, height) };
      context = contextOf(size);
    }
    context.setTransform(1, 0, 0, 1, 0, 0);
    context.clearRect(0, 0, width, height);
    context.setTransform(...place);
    context.imageSmoothingQuality = 'medium';
    context.drawImage(image, 0, 0, box.width, box.height);
    return context.getImageData(0, 0, width, height).data;
  };
}
