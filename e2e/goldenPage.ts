import { readVectorDrawing } from '@cruvo/core/formats';
import { Player, compile } from '@cruvo/core/program';
import { GOLDEN_TIMES, richPictures, stormyScene } from '@cruvo/core/testing';
import type { Picture } from '@cruvo/painter/paint';
import { browserPainter, FrameCanvas, showPixels } from '@cruvo/painter/browser';
import { toFlicks } from '@cruvo/core/time';

export type GoldenPage = { paintGolden: typeof paintGolden };

const RETAINED_RATE = 24;

/**
 * Paints the golden frames: each anew, or as they are come by while the scene plays from its start.
 *
 * @returns a PNG of each, as a data URL
 */
async function paintGolden(
  size: { width: number; height: number },
  retained: boolean,
): Promise<string[]> {
  const player = new Player(compile(stormyScene()));
  const images = new Map<string, Picture<ImageBitmap>>();
  for (const [media, picture] of richPictures()) {
    images.set(
      media,
      typeof picture === 'string'
        ? { kind: 'vector', drawing: readVectorDrawing(picture) }
        : { kind: 'raster', image: await createImageBitmap(new Blob([picture as BlobPart])) },
    );
  }
  const canvas = Object.assign(document.createElement('canvas'), size);
  const kept = new FrameCanvas(canvas);
  const paint = (time: number) => {
    const frame = player.seek(toFlicks(time));
    if (retained) kept.show(frame, images, size);
    else showPixels(canvas, browserPainter.paintFrame(frame, images, size));
  };
  let played = 0;
  return GOLDEN_TIMES.map((time) => {
    for (; retained && played < time; played += 1 / RETAINED_RATE) paint(played);
    paint(time);
    return canvas.toDataURL('image/png');
  });
}

Object.assign(window, { paintGolden });
