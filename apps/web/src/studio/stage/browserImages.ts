import type { Character, Drawing, TraceParts } from '@cruvo/core/character';
import { readVectorDrawing } from '@cruvo/core/formats';
import type { Frame } from '@cruvo/core/frame';
import {
  drawOnCanvas,
  Painter,
  RetainedPainter,
  traceParts,
  type ImageStore,
  type Picture,
  type Size,
} from '@cruvo/painter/paint';
import { mediaUrl } from '../../api/media';
import { problemFrom } from '../../api/http';

export type BrowserImages = ImageStore<ImageBitmap>;

const known = new Map<string, Promise<Picture<ImageBitmap>>>();

/** Fetches and decodes drawings for painting; each only once. */
export async function loadImages(drawings: readonly Drawing[]): Promise<BrowserImages> {
  const pictures = await Promise.all(
    drawings.map(async (drawing) => [drawing.media, await pictureOf(drawing)] as const),
  );
  return new Map(pictures);
}

function pictureOf(drawing: Drawing): Promise<Picture<ImageBitmap>> {
  const present = known.get(drawing.media);
  if (present) return present;
  const loading = load(drawing);
  known.set(drawing.media, loading);
  loading.catch(() => known.delete(drawing.media));
  return loading;
}

async function load({ kind, media }: Drawing): Promise<Picture<ImageBitmap>> {
  const response = await fetch(mediaUrl(media)).catch(() => null);
  if (!response?.ok) {
    throw problemFrom(response?.status ?? 0, {
      detail: 'The drawings can’t be read from the studio’s server just now.',
    });
  }
  if (kind === 'vector') return { kind, drawing: readVectorDrawing(await response.text()) };
  return { kind, image: await createImageBitmap(await response.blob()) };
}

/** Traces what parts of a character show. */
export function tracerFor(images: BrowserImages): (character: Character) => TraceParts {
  return (character) => (parts) => traceParts(browserPainter, images, character, parts);
}

const drawImage = drawOnCanvas<CanvasImageSource>((size) =>
  contextOf(Object.assign(document.createElement('canvas'), size)),
);

/** Paints pictures that have nothing to do with each other. */
export const browserPainter = new Painter(drawImage);

/** Shows pixels on a canvas of their size. @param pixels RGBA row by row, not multiplied by opacity */
export function showPixels(
  canvas: HTMLCanvasElement,
  pixels: Uint8ClampedArray<ArrayBuffer>,
): void {
  contextOf(canvas).putImageData(new ImageData(pixels, canvas.width, canvas.height), 0, 0);
}

/** Shows frames on a canvas that follow each other. */
export class FrameCanvas {
  private readonly painter = new RetainedPainter(drawImage);
  private readonly context: CanvasRenderingContext2D;

  constructor(canvas: HTMLCanvasElement) {
    this.context = contextOf(canvas);
  }

  /** Shows a frame, fitted and centred in `size` pixels. */
  show(frame: Frame, images: BrowserImages, size: Size): void {
    const changed = this.painter.paintFrame(frame, images, size);
    for (const box of changed) {
      this.painter.plane.withPixels(box, (pixels) => {
        this.context.putImageData(new ImageData(pixels, box.width, box.height), box.x, box.y);
      });
    }
  }
}

function contextOf(canvas: HTMLCanvasElement): CanvasRenderingContext2D {
  const context = canvas.getContext('2d', { willReadFrequently: true });
  if (!context) throw new Error('This browser can’t paint on a canvas.');
  return context;
}
