import { createCanvas, loadImage, type Canvas, type Image } from '@napi-rs/canvas';
import type { Character, Drawing, TraceParts } from '@cruvo/core/character';
import type { Frame } from '@cruvo/core/frame';
import { readVectorDrawing } from '@cruvo/core/formats';
import type { Program } from '@cruvo/core/program';
import {
  drawOnCanvas,
  Painter,
  RetainedPainter,
  traceParts,
  type ImageStore,
  type PaintBudget,
  type Picture,
  type Size,
} from '@cruvo/painter/paint';

export type NodeImages = ImageStore<Image>;

/** Every drawing that a scene can show. */
export function drawingsOf({ scene, members }: Program): Drawing[] {
  return [
    ...Object.values(scene.backdrop?.drawings ?? {}),
    ...members.flatMap(({ character }) => Object.values(character.drawings)),
  ];
}

/** Decodes drawings for painting on the server. `read` gives the bytes of a content hash. */
export async function loadImages(
  drawings: readonly Drawing[],
  read: (media: string) => Promise<Buffer>,
): Promise<NodeImages> {
  const images = new Map<string, Picture<Image>>();
  for (const { kind, media } of drawings) {
    if (images.has(media)) continue;
    const bytes = await read(media);
    images.set(
      media,
      kind === 'vector'
        ? { kind, drawing: readVectorDrawing(bytes.toString('utf8')) }
        : { kind, image: await loadImage(bytes) },
    );
  }
  return images;
}

/** Traces what parts of a character show. */
export function tracerFor(
  images: NodeImages,
): (character: Pick<Character, 'parts' | 'drawings'>) => TraceParts {
  return (character) => (parts, sharp) => traceParts(nodePainter, images, character, parts, sharp);
}

const drawImage = drawOnCanvas<Image>(({ width, height }) =>
  createCanvas(width, height).getContext('2d'),
);

/** Paints pictures on the server that have nothing to do with each other. */
export const nodePainter = new Painter(drawImage);

/** Paints frames on the server that follow each other. */
export const retainedNodePainter = (budget?: PaintBudget) => new RetainedPainter(drawImage, budget);

/** How wide a small picture is, pixels. */
const SMALL = 240;

/** A small picture of a frame, a PNG. */
export async function smallPicture(frame: Frame, images: NodeImages): Promise<Buffer> {
  const size = {
    width: SMALL,
    height: Math.max(1, Math.round((SMALL * frame.height) / frame.width)),
  };
  return canvasOf(nodePainter.paintFrame(frame, images, size), size).encode('png');
}

/** A canvas that shows pixels. @param pixels RGBA row by row, not multiplied by opacity */
export function canvasOf(pixels: Uint8ClampedArray, { width, height }: Size): Canvas {
  const canvas = createCanvas(width, height);
  const context = canvas.getContext('2d');
  const picture = context.createImageData(width, height);
  picture.data.set(pixels);
  context.putImageData(picture, 0, 0);
  return canvas;
}
