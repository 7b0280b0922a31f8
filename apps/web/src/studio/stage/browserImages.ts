import type { Character, Drawing, TraceParts } from '@cruvo/core/character';
import { readVectorDrawing } from '@cruvo/core/formats';
import { browserPainter, type BrowserImages } from '@cruvo/painter/browser';
import { traceParts, type Picture } from '@cruvo/painter/paint';
import { mediaFile } from '../../api/media';

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
  const response = await mediaFile(media);
  if (kind === 'vector') return { kind, drawing: readVectorDrawing(await response.text()) };
  return { kind, image: await createImageBitmap(await response.blob()) };
}

/** Traces what parts of a character show. */
export function tracerFor(
  images: BrowserImages,
): (character: Pick<Character, 'parts' | 'drawings'>) => TraceParts {
  return (character) => (parts, sharp) =>
    traceParts(browserPainter, images, character, parts, sharp);
}
