import { zip } from 'fflate';
import type { Drawing } from '@cruvo/core/character';
import { Problem } from '@cruvo/core/problem';
import { sendArtwork } from './artwork';
import type { UploadOptions } from './upload';

/** A picture somewhere on a page, in pixels. */
export interface PlacedPicture {
  readonly x: number;
  readonly y: number;
  readonly png: Blob;
}

/**
 * Keeps pictures made here as drawings, through the door that artwork comes in by.
 *
 * @param page its size in pixels: the units of the drawings
 * @returns in the order of the pictures, cut to what is seen; null where nothing is
 * @throws Problem with the server's sentence
 */
export async function keepPictures(
  page: { readonly width: number; readonly height: number },
  pictures: readonly PlacedPicture[],
  options: UploadOptions,
): Promise<readonly (Drawing | null)[]> {
  const sent = await sendArtwork([await layeredFile(page, pictures)], options);
  if (sent.kind !== 'artwork')
    throw new Problem('unavailable', 'The pictures could not be kept. Try again.');
  const kept = new Map(sent.artwork.layers.map((layer) => [layer.name, layer.drawing]));
  return pictures.map((_, at) => kept.get(String(at)) ?? null);
}

/** Pictures as an OpenRaster file, which keeps their pixels and where each lies. */
async function layeredFile(
  { width, height }: { readonly width: number; readonly height: number },
  pictures: readonly PlacedPicture[],
): Promise<File> {
  const lines = pictures.map(
    ({ x, y }, at) => `<layer name="${at}" src="data/${at}.png" x="${x}" y="${y}"/>`,
  );
  // The file lists what is in front first.
  const stack = `<image w="${width}" h="${height}"><stack>${lines.reverse().join('')}</stack></image>`;
  const encode = (text: string) => new TextEncoder().encode(text);
  const contents = await Promise.all(
    pictures.map(async ({ png }) => new Uint8Array(await png.arrayBuffer())),
  );
  const files = {
    mimetype: encode('image/openraster'),
    'stack.xml': encode(stack),
    ...Object.fromEntries(contents.map((content, at) => [`data/${at}.png`, content])),
  };
  const bytes = await new Promise<Uint8Array>((resolve, reject) => {
    zip(files, { level: 0 }, (error, data) => (error ? reject(error) : resolve(data)));
  });
  return new File([bytes as Uint8Array<ArrayBuffer>], 'pieces.ora');
}
