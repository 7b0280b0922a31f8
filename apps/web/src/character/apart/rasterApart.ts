import { wrap } from 'comlink';
import { zip } from 'fflate';
import type { Drawing } from '@cruvo/core/character';
import { Problem } from '@cruvo/core/problem';
import { sendArtwork } from '../../api/artwork';
import { mediaFile } from '../../api/media';
import type { Cuts, PiecesWorker } from '../../workers/pieces.worker';
import type { Apart } from './source';

/** A drawing of pixels that is being cut, in a worker of its own. */
export interface RasterCutting {
  /** @param filled whether what was behind a lasso is painted when it is kept */
  readonly apart: (cuts: Cuts, filled: boolean) => Promise<Apart>;
  readonly close: () => void;
}

/** @throws Problem where the drawing can't be read */
export async function cutRaster(drawing: Drawing): Promise<RasterCutting> {
  const picture = await (await mediaFile(drawing.media)).blob();
  const worker = new Worker(new URL('../../workers/pieces.worker.ts', import.meta.url), {
    type: 'module',
  });
  const remote = wrap<PiecesWorker>(worker);
  const size = await remote.open(picture);
  const apart = async (cuts: Cuts, filled: boolean): Promise<Apart> => ({
    ...size,
    pieces: await remote.show(cuts),
    keep: async (groups, options) => {
      const files = await remote.cut(cuts, groups, filled);
      const layers = files.map(({ box }, at) => ({ name: String(at), x: box.x, y: box.y }));
      const pictures = await Promise.all(
        files.map(async ({ png }) => new Uint8Array(await png.arrayBuffer())),
      );
      const sent = await sendArtwork([await layeredFile(size, layers, pictures)], options);
      if (sent.kind !== 'artwork')
        throw new Problem('unavailable', 'The pieces could not be kept. Try again.');
      const kept = new Map(sent.artwork.layers.map((layer) => [layer.name, layer.drawing]));
      return groups.map((_, at) => kept.get(String(at)) ?? []).map((one) => [one].flat());
    },
  });
  return { apart, close: () => worker.terminate() };
}

interface PlacedLayer {
  readonly name: string;
  readonly x: number;
  readonly y: number;
}

/** Pictures as an OpenRaster file, which keeps their pixels and where each lies. */
async function layeredFile(
  { width, height }: { readonly width: number; readonly height: number },
  layers: readonly PlacedLayer[],
  pictures: readonly Uint8Array[],
): Promise<File> {
  const lines = layers.map(
    ({ name, x, y }) => `<layer name="${name}" src="data/${name}.png" x="${x}" y="${y}"/>`,
  );
  // The file lists what is in front first.
  const stack = `<image w="${width}" h="${height}"><stack>${lines.reverse().join('')}</stack></image>`;
  const encode = (text: string) => new TextEncoder().encode(text);
  const files = {
    mimetype: encode('image/openraster'),
    'stack.xml': encode(stack),
    ...Object.fromEntries(pictures.map((picture, at) => [`data/${at}.png`, picture])),
  };
  const bytes = await new Promise<Uint8Array>((resolve, reject) => {
    zip(files, { level: 0 }, (error, data) => (error ? reject(error) : resolve(data)));
  });
  return new File([bytes as Uint8Array<ArrayBuffer>], 'pieces.ora');
}
