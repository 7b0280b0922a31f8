import { readVectorDrawing } from '@cruvo/core/formats';
import { IDENTITY } from '@cruvo/core/geometry';
import type { Picture } from '@cruvo/painter/paint';
import { browserPainter, FrameCanvas, showPixels } from '@cruvo/painter/browser';
import { bentCharacter, LIMB_SVG, PICTURE_SIDE, STAGE, timeFrames, type Kind } from './bentBodies';

/** Times of frames of so many characters, milliseconds, sorted. */
async function timeBodies({
  kind,
  characters,
  frames,
}: {
  kind: Kind;
  characters: number;
  frames: number;
}): Promise<number[]> {
  const drawing = readVectorDrawing(LIMB_SVG);
  const vector = { kind: 'vector', drawing } as const;
  const picture = Object.assign(document.createElement('canvas'), {
    ...{ width: (PICTURE_SIDE * 130) / 330, height: PICTURE_SIDE },
  });
  const { width, height } = picture;
  const item = {
    kind: 'vector',
    id: 'd',
    version: 0,
    bounds: { x: 0, y: 0, width, height },
  } as const;
  const upright = { ...item, media: 'vector', matrix: IDENTITY, width, height };
  const vectors = new Map([['vector', vector]]);
  showPixels(picture, browserPainter.paintItems([upright], vectors, IDENTITY, picture));
  const images = new Map<string, Picture<ImageBitmap>>([
    ['vector', vector],
    ['raster', { kind: 'raster', image: await createImageBitmap(picture) }],
  ]);
  const canvas = Object.assign(document.createElement('canvas'), STAGE);
  const context = canvas.getContext('2d', { willReadFrequently: true })!;
  const painter = new FrameCanvas(canvas);
  const character = bentCharacter(kind);
  return timeFrames(
    Array.from({ length: characters }, () => character),
    (frame) => {
      painter.show(frame, images, STAGE);
      context.getImageData(0, 0, 1, 1);
    },
    frames,
  );
}

Object.assign(window, { timeBodies });
