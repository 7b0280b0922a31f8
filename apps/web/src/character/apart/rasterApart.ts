import { wrap } from 'comlink';
import type { Drawing } from '@cruvo/core/character';
import { keepPictures } from '../../api/keepPictures';
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
      const kept = await keepPictures(
        size,
        files.map(({ box, png }) => ({ x: box.x, y: box.y, png })),
        options,
      );
      return kept.map((drawing) => (drawing ? [drawing] : []));
    },
  });
  return { apart, close: () => worker.terminate() };
}
