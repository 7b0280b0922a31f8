import type { Character, Drawing, TraceParts } from '@cruvo/core/character';
import { readVectorDrawing } from '@cruvo/core/formats';
import {
  Painter,
  RetainedPainter,
  traceParts,
  type ImageStore,
  type Picture,
  type Surface,
} from '@cruvo/painter/paint';
import { mediaUrl } from '../../api/media';
import { problemFrom } from '../../api/http';

export type BrowserImages = ImageStore<ImageBitmap>;
export type BrowserPainter = Painter<CanvasImageSource, Path2D, CanvasGradient>;
export type BrowserRetainedPainter = RetainedPainter<CanvasImageSource, Path2D, CanvasGradient>;

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
  const surface = surfaceOf(document.createElement('canvas'));
  return (character) => (parts) => traceParts(surface, images, character, parts);
}

/** The painter for a canvas that is painted once. */
export function painterFor(canvas: HTMLCanvasElement): BrowserPainter {
  return new Painter(surfaceOf(canvas));
}

/** The painter for a canvas on which one frame follows another. */
export function retainedPainterFor(canvas: HTMLCanvasElement): BrowserRetainedPainter {
  return new RetainedPainter(surfaceOf(canvas));
}

function surfaceOf(canvas: HTMLCanvasElement): Surface<CanvasImageSource, Path2D, CanvasGradient> {
  const context = canvas.getContext('2d', { willReadFrequently: true });
  if (!context) throw new Error('This browser can’t paint on a canvas.');
  return {
    context,
    outline: (path) => new Path2D(path),
    layer: (width, height) => {
      const image = document.createElement('canvas');
      image.width = width;
      image.height = height;
      return { surface: surfaceOf(image), image };
    },
  };
}
