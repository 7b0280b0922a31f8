import {
  createCanvas,
  loadImage,
  Path2D,
  type Canvas,
  type CanvasGradient,
  type Image,
} from '@napi-rs/canvas';
import type { Character, Drawing, TraceParts } from '@cruvo/core/character';
import { readVectorDrawing } from '@cruvo/core/formats';
import type { Program } from '@cruvo/core/program';
import {
  Painter,
  RetainedPainter,
  traceParts,
  type ImageStore,
  type PaintBudget,
  type PaintContext,
  type Picture,
  type Surface,
} from '@cruvo/painter/paint';

export type NodeImages = ImageStore<Image>;
export type NodePainter = Painter<Image, Path2D, CanvasGradient>;
export type NodeRetainedPainter = RetainedPainter<Image, Path2D, CanvasGradient>;

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
export function tracerFor(images: NodeImages): (character: Character) => TraceParts {
  const { surface } = surfaceOf(1, 1);
  return (character) => (parts) => traceParts(surface, images, character, parts);
}

/** A canvas on the server, and a painter for what is painted on it once. */
export function nodeSurface(
  width: number,
  height: number,
): { canvas: Canvas; painter: NodePainter } {
  const { canvas, surface } = surfaceOf(width, height);
  return { canvas, painter: new Painter(surface) };
}

/** A canvas on the server, and a painter for frames that follow each other on it. */
export function retainedNodeSurface(
  width: number,
  height: number,
  budget?: PaintBudget,
): { canvas: Canvas; painter: NodeRetainedPainter } {
  const { canvas, surface } = surfaceOf(width, height);
  return { canvas, painter: new RetainedPainter(surface, budget) };
}

function surfaceOf(width: number, height: number) {
  const canvas = createCanvas(width, height);
  const context = canvas.getContext('2d') as unknown as PaintContext<Image, Path2D, CanvasGradient>;
  const surface: Surface<Image, Path2D, CanvasGradient> = {
    context,
    outline: (path) => new Path2D(path),
    layer: (layerWidth, layerHeight) => {
      const layer = surfaceOf(layerWidth, layerHeight);
      // A canvas can be drawn as an image, though the package's types tell them apart.
      return { surface: layer.surface, image: layer.canvas as unknown as Image };
    },
  };
  return { canvas, surface };
}
